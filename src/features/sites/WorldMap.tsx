"use client";

import { Box } from "@chakra-ui/react";
import {
  zoom as createZoom,
  geoEqualEarth,
  geoGraticule10,
  geoPath,
  select,
  type ZoomBehavior,
  type ZoomTransform,
  zoomIdentity,
} from "d3";
import { useEffect, useMemo, useRef, useState } from "react";
import { feature } from "topojson-client";
import type { Topology } from "topojson-specification";
import type { Place } from "@/core/sky";
import { useSize } from "@/ui/useSize";
import { SiteMark } from "./SiteMark";

/** A site as the map shows it. */
export interface MapSite extends Place {
  readonly id: string;
  readonly name: string;
}

interface WorldMapProps {
  readonly sites: readonly MapSite[];
  readonly chosenId: string | null;
  readonly onChoose: (id: string) => void;
  /** A click on land or sea, or the end of a drag of the chosen site. */
  readonly onPlace: (place: Place) => void;
}

const CLOSEST = 4000;
const CLICK_PX = 4;
const OPENING_SCALE = 14;
const LABEL_PX = { width: 170, height: 16 } as const;

interface Mark {
  readonly id: string;
  readonly at: readonly [number, number];
  /** The chosen site keeps its label whatever stands beside it. */
  readonly first: boolean;
}

/** Sites whose labels have room: a label is left out where it would run into an earlier one. */
function labelsWithRoom(marks: readonly Mark[]): Set<string> {
  const kept: Mark[] = [];
  for (const mark of [...marks].sort((a, b) => Number(b.first) - Number(a.first))) {
    const free = kept.every(
      ({ at: [x, y] }) => Math.abs(x - mark.at[0]) > LABEL_PX.width || Math.abs(y - mark.at[1]) > LABEL_PX.height,
    );
    if (free) kept.push(mark);
  }
  return new Set(kept.map(({ id }) => id));
}

/** The world without a network: click to place, drag the chosen site, wheel to come closer. */
export function WorldMap({ sites, chosenId, onChoose, onPlace }: WorldMapProps) {
  const [ref, { width, height }] = useSize<HTMLDivElement>();
  const ground = useRef<SVGRectElement>(null);
  const [land, setLand] = useState<GeoJSON.Feature | GeoJSON.FeatureCollection | null>(null);
  const [transform, setTransform] = useState<ZoomTransform>(zoomIdentity);
  useEffect(() => {
    let current = true;
    void import("world-atlas/land-50m.json").then(({ default: atlas }) => {
      // The package ships plain JSON; its format is TopoJSON.
      const topology = atlas as unknown as Topology;
      const shapes = topology.objects.land;
      if (current && shapes) setLand(feature(topology, shapes));
    });
    return () => {
      current = false;
    };
  }, []);
  const { projection, landPath, gridPath } = useMemo(() => {
    const fitted = geoEqualEarth().fitExtent(
      [
        [8, 8],
        [Math.max(20, width - 8), Math.max(20, height - 8)],
      ],
      { type: "Sphere" },
    );
    const path = geoPath(fitted);
    return { projection: fitted, landPath: land ? (path(land) ?? "") : "", gridPath: path(geoGraticule10()) ?? "" };
  }, [land, width, height]);
  const behaviour = useRef<ZoomBehavior<SVGRectElement, unknown> | null>(null);
  const opened = useRef(false);
  const chosenSite = sites.find(({ id }) => id === chosenId);
  useEffect(() => {
    const element = ground.current;
    if (!element || width <= 0) return;
    const selection = select(element);
    behaviour.current = createZoom<SVGRectElement, unknown>()
      .scaleExtent([1, CLOSEST])
      .extent([
        [0, 0],
        [width, height],
      ])
      .translateExtent([
        [0, 0],
        [width, height],
      ])
      .clickDistance(CLICK_PX)
      .on("zoom", (event: { transform: ZoomTransform }) => setTransform(event.transform));
    selection.call(behaviour.current).on("dblclick.zoom", null);
    return () => {
      selection.on(".zoom", null);
    };
  }, [width, height]);
  // The map opens close to the chosen site; after that it stays where one has moved it.
  useEffect(() => {
    const at = chosenSite && projection([chosenSite.longitudeDeg, chosenSite.latitudeDeg]);
    if (opened.current || !at || !ground.current || !behaviour.current) return;
    opened.current = true;
    select(ground.current)
      .call(behaviour.current.scaleTo, OPENING_SCALE)
      .call(behaviour.current.translateTo, ...at);
  }, [chosenSite, projection]);

  const labelled = labelsWithRoom(
    sites.flatMap(({ id, longitudeDeg, latitudeDeg }) => {
      const at = projection([longitudeDeg, latitudeDeg]);
      return at ? [{ id, at: transform.apply(at), first: id === chosenId }] : [];
    }),
  );
  const placeAt = (x: number, y: number): Place | null => {
    const at = projection.invert?.(transform.invert([x, y]));
    if (!at || !Number.isFinite(at[0]) || Math.abs(at[0]) > 180 || Math.abs(at[1]) > 90) return null;
    const digits = 10 ** Math.min(5, Math.ceil(Math.log10(transform.k)) + 2);
    return { longitudeDeg: Math.round(at[0] * digits) / digits, latitudeDeg: Math.round(at[1] * digits) / digits };
  };
  const inside = (event: { clientX: number; clientY: number; currentTarget: Element }): readonly [number, number] => {
    const box = (event.currentTarget.closest("svg") ?? event.currentTarget).getBoundingClientRect();
    return [event.clientX - box.left, event.clientY - box.top];
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
            <Box asChild color="line">
              <path
                d={gridPath}
                fill="none"
                stroke="currentColor"
                vectorEffect="non-scaling-stroke"
                strokeWidth={0.7}
              />
            </Box>
            <Box asChild color="ink">
              <path d={landPath} fill="currentColor" />
            </Box>
            <Box asChild color="ash">
              <path
                d={landPath}
                fill="none"
                stroke="currentColor"
                vectorEffect="non-scaling-stroke"
                strokeWidth={0.8}
              />
            </Box>
          </g>
          {/* biome-ignore lint/a11y/noStaticElementInteractions: by the keyboard, coordinates are typed beside the map */}
          <rect
            ref={ground}
            data-testid="map-ground"
            width={width}
            height={height}
            fill="transparent"
            style={{ cursor: "crosshair" }}
            onClick={(event) => {
              const place = placeAt(...inside(event));
              if (place) onPlace(place);
            }}
          />
          {sites.map((site) => {
            const at = projection([site.longitudeDeg, site.latitudeDeg]);
            if (!at) return null;
            const chosen = site.id === chosenId;
            return (
              <SiteMark
                key={site.id}
                name={site.name}
                at={transform.apply(at)}
                chosen={chosen}
                labelled={labelled.has(site.id)}
                onChoose={() => onChoose(site.id)}
                onDrop={(x, y) => {
                  const place = placeAt(x, y);
                  if (place) onPlace(place);
                }}
              />
            );
          })}
        </svg>
      )}
    </Box>
  );
}
