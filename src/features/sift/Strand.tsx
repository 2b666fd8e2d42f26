"use client";

import { Box } from "@chakra-ui/react";
import { zoom as d3Zoom, select, type ZoomTransform, zoomIdentity } from "d3";
import { type PointerEvent, type RefObject, useEffect, useMemo, useRef, useState } from "react";
import type { FrameReply } from "@/contracts/replies";
import { median } from "@/core/median";
import { onKeys } from "@/ui/keys";
import { useRoles } from "@/ui/theme/inPage";
import { useSize } from "@/ui/useSize";
import { drawStrand, PICTURE_FROM_PX } from "./drawStrand";
import { MEASURES, type MeasureId, measuredValue } from "./measures";
import { columnsOf, nearestBead, placesOf, strandScales, threadsOf } from "./strandGeometry";
import type { RunFigures } from "./useFigures";
import type { Sifted } from "./useSifted";
import { useThumbnails } from "./useThumbnails";

const HEIGHT_PX = 110;
const MOST_ZOOM = 400;
const NOBODY: ReadonlySet<string> = new Set();

interface StrandProps {
  readonly sifted: Sifted;
  readonly measure: MeasureId;
}

/** What is said of the frame that is looked at. */
function valueText(frame: FrameReply | undefined, measure: MeasureId, figures: RunFigures): string {
  if (!frame) return "no frame";
  const value = measuredValue(measure, figures, frame.id);
  return `${frame.name}, ${value === null ? "not told" : MEASURES[measure].said(value)}`;
}

/** Where every frame stands on the canvas, and how it is zoomed. */
function usePlaces({ sifted: { frames, figures, sets }, measure }: StrandProps, width: number, zoom: ZoomTransform) {
  return useMemo(() => {
    const beads = frames.map(({ id, takenAt }) => ({
      id,
      atMs: takenAt === null ? null : Date.parse(takenAt),
      value: measuredValue(measure, figures, id),
    }));
    // Against the recipe all of a bracket stand level: above one another they would hide each other.
    const places = placesOf(beads, measure === "recipe" ? undefined : columnsOf(sets));
    const { x, y } = strandScales(places, beads, measure, { width, height: HEIGHT_PX });
    const xs = places.map((place) => zoom.applyX(x(place)));
    const known = beads.flatMap(({ value }) => (value === null ? [] : [value]));
    const span = xs.length > 1 ? (xs.at(-1)! - xs[0]!) / (places.at(-1)! - places[0]! || 1) : width;
    return {
      xs,
      ys: beads.map(({ value }) => (value === null ? null : y(value))),
      spacingPx: span,
      threads: threadsOf(beads, sets),
      usualY: known.length > 0 ? y(median(known)) : null,
    };
  }, [frames, figures, sets, measure, width, zoom]);
}

/** Zooms and moves a canvas by wheel, pinch and drag. */
function useStrandZoom(canvas: RefObject<HTMLCanvasElement | null>, width: number): ZoomTransform {
  const [zoom, setZoom] = useState<ZoomTransform>(zoomIdentity);
  useEffect(() => {
    const element = canvas.current;
    if (!element || width === 0) return;
    const box: [[number, number], [number, number]] = [
      [0, 0],
      [width, HEIGHT_PX],
    ];
    const behaviour = d3Zoom<HTMLCanvasElement, unknown>()
      .scaleExtent([1, MOST_ZOOM])
      .extent(box)
      .translateExtent(box)
      // With Shift a drag brushes.
      .filter((event: MouseEvent) => !event.shiftKey && event.button !== 2)
      .on("zoom", ({ transform }: { transform: ZoomTransform }) => setZoom(transform));
    const selected = select(element).call(behaviour);
    return () => void selected.on(".zoom", null);
  }, [canvas, width]);
  return zoom;
}

/** Draws the strand whenever something of it has changed. */
function useStrandDrawing(
  canvas: RefObject<HTMLCanvasElement | null>,
  { frames, dropped, brushed, current }: Sifted,
  width: number,
  { xs, ys, spacingPx, usualY, threads }: ReturnType<typeof usePlaces>,
): void {
  const roles = useRoles();
  const thumbnail = useThumbnails();
  useEffect(() => {
    const context = canvas.current?.getContext("2d");
    if (!context || width === 0) return;
    const ratio = window.devicePixelRatio;
    context.canvas.width = Math.round(width * ratio);
    context.canvas.height = Math.round(HEIGHT_PX * ratio);
    context.setTransform(ratio, 0, 0, ratio, 0, 0);
    const beads = frames.map(({ id, choice, thumbnailHash }, at) => {
      const isSeen = xs[at]! > -60 && xs[at]! < width + 60;
      return {
        x: xs[at]!,
        y: ys[at]!,
        isOut: dropped.has(id),
        isBest: choice === "best",
        isCurrent: id === current?.id,
        isBrushed: brushed.has(id),
        thumbnail: isSeen && spacingPx >= PICTURE_FROM_PX ? thumbnail(thumbnailHash) : null,
      };
    });
    drawStrand(context, { width, height: HEIGHT_PX, roles, beads, spacingPx, usualY, threads });
  });
}

/** Frames at their instant across and at a measure up: from ticks to pictures, chosen by a click, brushed with Shift. */
export function Strand(props: StrandProps) {
  const { sifted, measure } = props;
  const { frames, figures, current, brushed, onCurrent, onBrush, onToggle, step } = sifted;
  const [sized, { width }] = useSize<HTMLDivElement>();
  const canvas = useRef<HTMLCanvasElement>(null);
  const [from, setFrom] = useState<number | null>(null);
  const zoom = useStrandZoom(canvas, width);
  const places = usePlaces(props, width, zoom);
  const { xs, ys } = places;
  useStrandDrawing(canvas, sifted, width, places);

  const at = frames.findIndex(({ id }) => id === current?.id);
  const place = ({ clientX, currentTarget }: PointerEvent<HTMLCanvasElement>) =>
    clientX - currentTarget.getBoundingClientRect().left;
  const brushTo = (start: number, end: number) => {
    const [low, high] = [Math.min(start, end), Math.max(start, end)];
    onBrush(new Set(frames.flatMap(({ id }, index) => (xs[index]! >= low && xs[index]! <= high ? [id] : []))));
  };
  return (
    <Box
      ref={sized}
      height={`${HEIGHT_PX}px`}
      flexShrink="0"
      position="relative"
      overflow="hidden"
      borderTopWidth="1px"
      borderColor="line"
    >
      <Box
        asChild
        position="absolute"
        inset="0"
        width="100%"
        height="100%"
        cursor="pointer"
        // A finger that moves along it moves it, not the page.
        touchAction="none"
        _focusVisible={{ outline: "2px solid var(--chakra-colors-lamp)", outlineOffset: "-2px" }}
      >
        <canvas
          ref={canvas}
          tabIndex={0}
          role="slider"
          aria-label={`The strand of ${frames.length} frames`}
          aria-valuemin={1}
          aria-valuemax={Math.max(1, frames.length)}
          aria-valuenow={at + 1}
          aria-valuetext={valueText(frames[at], measure, figures)}
          onPointerDown={(event) => {
            if (!event.shiftKey) return;
            event.currentTarget.setPointerCapture(event.pointerId);
            setFrom(place(event));
          }}
          onPointerMove={(event) => from !== null && brushTo(from, place(event))}
          onPointerUp={() => setFrom(null)}
          onClick={(event) => {
            if (event.shiftKey) return;
            const { left, top } = event.currentTarget.getBoundingClientRect();
            const near = frames[nearestBead(xs, ys, event.clientX - left, event.clientY - top)];
            if (near) onCurrent(near.id);
            if (brushed.size > 0) onBrush(NOBODY);
          }}
          onKeyDown={onKeys({
            ArrowLeft: () => step(-1),
            ArrowRight: () => step(1),
            PageUp: () => step(-10),
            PageDown: () => step(10),
            Home: () => step(-frames.length),
            End: () => step(frames.length),
            Space: () => current && onToggle(current.id),
          })}
        />
      </Box>
    </Box>
  );
}
