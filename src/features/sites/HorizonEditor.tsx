"use client";

import { Box, Flex, Textarea } from "@chakra-ui/react";
import { area, scaleLinear } from "d3";
import { useState } from "react";
import { type HorizonPoint, horizonAltitude } from "@/core/sky";
import { Action } from "@/ui/Action";
import { FileInput } from "@/ui/FileInput";
import { type DragPoint, useDrag } from "@/ui/useDrag";
import { useSize } from "@/ui/useSize";
import { readHorizon } from "./readSeries";

interface HorizonEditorProps {
  readonly points: readonly HorizonPoint[];
  readonly onChange: (points: readonly HorizonPoint[]) => void;
}

const HEIGHT = 92;
const HIGHEST_DEG = 60;
const DIRECTIONS = [
  [0, "N"],
  [90, "E"],
  [180, "S"],
  [270, "W"],
  [360, "N"],
] as const;
const NEAR_PX = 9;

const written = (points: readonly HorizonPoint[]): string =>
  points.map(({ azimuthDeg, altitudeDeg }) => `${azimuthDeg}, ${altitudeDeg}`).join("\n");

/** The skyline round about: click to add a point, drag it, double-click to take it away; or type the points. */
export function HorizonEditor({ points: saved, onChange }: HorizonEditorProps) {
  const [drawn, setDrawn] = useState<readonly HorizonPoint[] | null>(null);
  const points = drawn ?? saved;
  const [ref, { width }] = useSize<HTMLDivElement>();
  const [held, setHeld] = useState<number | null>(null);
  const [text, setText] = useState<string | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const x = scaleLinear()
    .domain([0, 360])
    .range([0, Math.max(1, width)]);
  const y = scaleLinear()
    .domain([0, HIGHEST_DEG])
    .range([HEIGHT - 16, 6])
    .clamp(true);
  const skyline =
    area<number>()
      .x((azimuth) => x(azimuth))
      .y0(HEIGHT - 16)
      .y1((azimuth) => y(horizonAltitude(points, azimuth)))(Array.from({ length: 181 }, (_, i) => 2 * i)) ?? "";
  const pointAt = (at: DragPoint): HorizonPoint => ({
    azimuthDeg: Math.max(0, Math.min(360, Math.round(x.invert(at.x)))),
    altitudeDeg: Math.max(0, Math.round(y.invert(at.y))),
  });
  const sorted = (list: readonly HorizonPoint[]) => [...list].sort((a, b) => a.azimuthDeg - b.azimuthDeg);
  const nearest = (at: DragPoint) =>
    points.findIndex((point) => Math.hypot(x(point.azimuthDeg) - at.x, y(point.altitudeDeg) - at.y) < NEAR_PX);
  const hand = useDrag<SVGSVGElement>({
    start: (at) => {
      const index = nearest(at);
      if (index >= 0) return setHeld(index);
      const point = pointAt(at);
      const next = sorted([...points, point]);
      setDrawn(next);
      setHeld(next.indexOf(point));
    },
    move: (at) => {
      if (held === null) return;
      const point = pointAt(at);
      const next = sorted(points.map((each, index) => (index === held ? point : each)));
      setDrawn(next);
      setHeld(next.indexOf(point));
    },
    end: () => {
      setHeld(null);
      if (drawn) onChange(drawn);
      setDrawn(null);
    },
  });
  const take = (source: string) => {
    const read = readHorizon(source);
    if (read.kind === "wrong") return setProblem(read.message);
    setProblem(read.skipped > 0 ? `${read.skipped} lines could not be read and were left out.` : null);
    onChange(read.value);
    setText(null);
  };
  return (
    <Box>
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
            <rect width={width} height={HEIGHT - 16} fill="currentColor" />
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
      <Flex gap="12px" fontSize="note" color="ash" mt="2px" wrap="wrap">
        <Action look="text" color="ash" onClick={() => setText(text === null ? written(points) : null)}>
          {text === null ? "Type the points" : "Back to the drawing"}
        </Action>
        <FileInput
          label="Skyline file"
          accept=".csv,.txt,text/csv,text/plain"
          onFile={(given) => void given.text().then(take)}
        >
          <Action look="text" color="ash">
            From a CSV file
          </Action>
        </FileInput>
        {points.length > 0 && (
          <Action look="text" color="ash" onClick={() => onChange([])}>
            Level it
          </Action>
        )}
      </Flex>
      {text !== null && (
        <Box mt="4px">
          <Textarea
            aria-label="Skyline, azimuth and altitude a line"
            fontFamily="mono"
            rows={5}
            value={text}
            placeholder={"140, 4\n180, 22\n220, 4"}
            onChange={(event) => setText(event.target.value)}
            onBlur={() => take(text)}
          />
        </Box>
      )}
      {problem && (
        <Box color="coral" fontSize="note">
          {problem}
        </Box>
      )}
    </Box>
  );
}
