"use client";

import { Box } from "@chakra-ui/react";
import { geoEqualEarth } from "d3";
import { type MouseEvent, useMemo, useRef } from "react";
import type { Coordinates } from "@/core/sky";
import { useSize } from "@/ui/useSize";
import { type LabelledMark, labelsWithRoom } from "./mapLabels";
import { SiteMark } from "./SiteMark";
import { useMapZoom } from "./useMapZoom";
import { WorldLand } from "./WorldLand";

/** A site as the map shows it. */
export interface MapSite extends Coordinates {
  readonly id: string;
  readonly name: string;
}

interface WorldMapProps {
  readonly sites: readonly MapSite[];
  readonly chosenId: string | null;
  readonly onChoose: (id: string) => void;
  /** A click on land or sea, or the end of a drag of the chosen site. */
  readonly onPlace: (place: Coordinates) => void;
}

const MARGIN_PX = 8;
/** A map smaller than this is drawn as if it were as large. */
const LEAST_PX = 20;

/** Where in the map's drawing something was pointed at. */
function inside({ clientX, clientY, currentTarget }: MouseEvent): readonly [number, number] {
  const box = (currentTarget.closest("svg") ?? currentTarget).getBoundingClientRect();
  return [clientX - box.left, clientY - box.top];
}

/** The world without a network: click to place, drag the chosen site, wheel to come closer. */
export function WorldMap({ sites, chosenId, onChoose, onPlace }: WorldMapProps) {
  const [ref, size] = useSize<HTMLDivElement>();
  const { width, height } = size;
  const ground = useRef<SVGRectElement>(null);
  const projection = useMemo(() => {
    const end = (length: number) => Math.max(LEAST_PX, length - MARGIN_PX);
    return geoEqualEarth().fitExtent(
      [
        [MARGIN_PX, MARGIN_PX],
        [end(width), end(height)],
      ],
      { type: "Sphere" },
    );
  }, [width, height]);
  const chosenSite = sites.find(({ id }) => id === chosenId);
  const transform = useMapZoom(ground, size, projection, chosenSite);

  const marks = sites.flatMap((site): (LabelledMark & { readonly site: MapSite })[] => {
    const at = projection([site.longitudeDeg, site.latitudeDeg]);
    return at ? [{ site, id: site.id, at: transform.apply(at), first: site.id === chosenId }] : [];
  });
  const labelled = labelsWithRoom(marks);
  const place = (at: readonly [number, number]) => {
    const there = projection.invert?.(transform.invert([...at]));
    if (!there || !Number.isFinite(there[0]) || Math.abs(there[0]) > 180 || Math.abs(there[1]) > 90) return;
    const digits = 10 ** Math.min(5, Math.ceil(Math.log10(transform.k)) + 2);
    const [longitudeDeg, latitudeDeg] = there.map((degrees) => Math.round(degrees * digits) / digits);
    onPlace({ longitudeDeg: longitudeDeg!, latitudeDeg: latitudeDeg! });
  };
  return (
    <Box ref={ref} flex="1" minH="0" position="relative" bg="slate" overflow="hidden">
      {width > 0 && (
        // biome-ignore lint/a11y/useSemanticElements: a drawing with buttons in it cannot be a fieldset
        <svg
          width={width}
          height={height}
          style={{ display: "block", touchAction: "none" }}
          aria-label="World map; click to place the site"
          role="group"
        >
          <g transform={transform.toString()} pointerEvents="none">
            <WorldLand projection={projection} />
          </g>
          {/* biome-ignore lint/a11y/noStaticElementInteractions: by the keyboard, coordinates are typed beside the map */}
          <rect
            ref={ground}
            data-testid="map-ground"
            width={width}
            height={height}
            fill="transparent"
            style={{ cursor: "crosshair" }}
            onClick={(event) => place(inside(event))}
          />
          {marks.map(({ site, at, first }) => (
            <SiteMark
              key={site.id}
              name={site.name}
              at={at}
              chosen={first}
              labelled={labelled.has(site.id)}
              onChoose={() => onChoose(site.id)}
              onDrop={(x, y) => place([x, y])}
            />
          ))}
        </svg>
      )}
    </Box>
  );
}
