"use client";

import { Box } from "@chakra-ui/react";
import { area, scaleLinear } from "d3";
import { useState } from "react";
import { type HorizonPoint, horizonAltitude } from "@/core/sky";
import { type DragPoint, useDrag } from "@/ui/useDrag";
import { useSize } from "@/ui/useSize";

interface SkylineDrawingProps {
  readonly points: readonly HorizonPoint[];
  readonly onChange: (points: readonly HorizonPoint[]) => void;
}

const HEIGHT = 92;
const GROUND = HEIGHT - 16;
const HIGHEST_DEG = 60;
const DIRECTIONS = [
  [0, "N"],
  [90, "E"],
  [180, "S"],
  [270, "W"],
  [360, "N"],
] as const;
const NEAR_PX = 9;

const sorted = (points: readonly HorizonPoint[]) => [...points].sort((a, b) => a.azimuthDeg - b.azimuthDeg);

/** Scales of the drawing, with what was pointed at. */
function drawingOf(points: readonly HorizonPoint[], width: number) {
  const x = scaleLinear()
    .domain([0, 360])
    .range([0, Math.max(1, width)]);
  const y = scaleLinear().domain([0, HIGHEST_DEG]).range([GROUND, 6]).clamp(true);
  const path = area<number>()
    .x((azimuth) => x(azimuth))
    .y0(GROUND)
    .y1((azimuth) => y(horizonAltitude(points, azimuth)));
  return {
    x,
    y,
    skyline: path(Array.from({ length: 181 }, (_, i) => 2 * i)) ?? "",
    pointAt: (at: DragPoint): HorizonPoint => ({
      azimuthDeg: Math.max(0, Math.min(360, Math.round(x.invert(at.x)))),
      altitudeDeg: Math.max(0, Math.round(y.invert(at.y))),
    }),
    nearest: (at: DragPoint) =>
      points.findIndex((point) => Math.hypot(x(point.azimuthDeg) - at.x, y(point.altitudeDeg) - at.y) < NEAR_PX),
  };
}

/** The skyline round about: click to add a point, drag it, double-click to take it away. */
export function SkylineDrawing({ points: saved, onChange }: SkylineDrawingProps) {
  const [drawn, setDrawn] = useState<readonly HorizonPoint[] | null>(null);
  const [held, setHeld] = useState<number | null>(null);
  const [ref, { width }] = useSize<HTMLDivElement>();
  const points = drawn ?? saved;
  const { x, y, skyline, pointAt, nearest } = drawingOf(points, width);
  const draw = (next: readonly HorizonPoint[], point: HorizonPoint) => {
    setDrawn(next);
    setHeld(next.indexOf(point));
  };
  const hand = useDrag<SVGSVGElement>({
    start: (at) => {
      const index = nearest(at);
      if (index >= 0) return setHeld(index);
      const point = pointAt(at);
      draw(sorted([...points, point]), point);
    },
    move: (at) => {
      if (held === null) return;
      const point = pointAt(at);
      draw(sorted(points.map((each, index) => (index === held ? point : each))), point);
    },
    end: () => {
      setHeld(null);
      if (drawn) onChange(drawn);
      setDrawn(null);
    },
  });
  return (
    <Box ref={ref}>
      <svg
        ref={hand}
        width={width}
        height={HEIGHT}
        role="img"
        aria-label={
          points.length === 0
            ? "A level horizon"
            : `A skyline of ${points.length} points, highest ${Math.max(...points.map((p) => p.altitudeDeg))} degrees`
        }
        style={{ display: "block", cursor: "crosshair", touchAction: "none" }}
        onDoubleClick={(event) => {
          const box = event.currentTarget.getBoundingClientRect();
          const index = nearest({ x: event.clientX - box.left, y: event.clientY - box.top });
          if (index >= 0) onChange(points.filter((_, i) => i !== index));
        }}
      >
        <Box asChild color="slate">
          <rect width={width} height={GROUND} fill="currentColor" />
        </Box>
        <Box asChild color="ash">
          <path d={skyline} fill="currentColor" opacity={0.55} />
        </Box>
        {DIRECTIONS.map(([azimuth, name]) => (
          <Box asChild key={azimuth} color="ash">
            <text
              x={x(azimuth)}
              y={HEIGHT - 3}
              fill="currentColor"
              textAnchor={azimuth === 0 ? "start" : azimuth === 360 ? "end" : "middle"}
            >
              {name}
            </text>
          </Box>
        ))}
        {points.map(({ azimuthDeg, altitudeDeg }) => (
          <Box asChild key={`${azimuthDeg} ${altitudeDeg}`} color="lamp">
            <circle cx={x(azimuthDeg)} cy={y(altitudeDeg)} r={4} fill="currentColor" />
          </Box>
        ))}
      </svg>
    </Box>
  );
}
