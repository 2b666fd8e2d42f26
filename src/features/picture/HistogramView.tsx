"use client";

import { Box } from "@chakra-ui/react";
import { area, curveStepAfter, max, range, scaleLinear, scaleSqrt } from "d3";
import { useId, useState } from "react";
import type { PictureViewReply } from "@/contracts/replies";
import { BIN_COUNT, binOf, binStops, DARKEST_STOPS } from "@/core/picture";
import { plain } from "@/core/words";
import { onKeys } from "@/ui/keys";
import { labelRows, type PlacedLabel } from "./labelRows";

const WIDTH = 300;
const HEIGHT = 150;
/** Room for names above the counts, and for stops under them. */
const ROW = 15;
const FOOT = 16;
const FONT_PX = 11;
/** Mean width of a letter of the labels' font. */
const LETTER_PX = 0.56 * FONT_PX;
const CHANNELS = ["red", "green", "blue"] as const;
/** Room that the word for noise takes. */
const NOISE_LABEL_PX = 7 * LETTER_PX;
/** White has a bin of its own beyond the last stop; it is drawn this wide. */
const WHITE_STOPS = 0.35;

/** What a scale of light is marked with; stops under white. */
export interface ScaleMarks {
  readonly lights: readonly { readonly name: string; readonly underWhite: number }[];
  readonly noiseFloor: number;
}

interface HistogramViewProps {
  readonly view: PictureViewReply;
  /** The lights of the scene and the noise, where they are known. */
  readonly marks: ScaleMarks | null;
}

const WHITE_BIN = BIN_COUNT - 1;

const percent = (share: number) => `${(100 * share).toFixed(2)} %`;

/** What a bin says of the picture, in words. */
function binText(luminance: readonly number[], bin: number): string {
  const share = (luminance[bin] ?? 0) / luminance.reduce((sum, count) => sum + count, 0);
  if (bin === WHITE_BIN) return `white: ${percent(share)} of pixels`;
  if (bin === 0) return `darker than ${plain(DARKEST_STOPS, 0)}: ${percent(share)} of pixels`;
  return `${plain(binStops(bin))} stops: ${percent(share)} of pixels`;
}

const x = scaleLinear().domain([DARKEST_STOPS, WHITE_STOPS]).range([0, WIDTH]);
const binX = (bin: number) => (bin === 0 ? 0 : bin === BIN_COUNT ? WIDTH : x(binStops(bin)));

/** The lights of the scene by name where they lie, and what lies in the noise. */
function MarkLines({ labels, floor, top }: { labels: readonly PlacedLabel[]; floor: number; top: number }) {
  const pattern = useId();
  return (
    <>
      <defs>
        <pattern id={pattern} width="4" height="4" patternUnits="userSpaceOnUse">
          <circle cx="1" cy="1" r="0.8" fill="currentColor" />
        </pattern>
      </defs>
      <rect x={0} y={top} width={floor} height={HEIGHT - FOOT - top} fill={`url(#${pattern})`} opacity={0.3} />
      <line x1={floor} x2={floor} y1={top} y2={HEIGHT - FOOT} stroke="currentColor" strokeDasharray="2 3" />
      <text
        x={floor > NOISE_LABEL_PX ? floor - 4 : floor + 4}
        y={HEIGHT - FOOT - 5}
        textAnchor={floor > NOISE_LABEL_PX ? "end" : "start"}
      >
        noise
      </text>
      {labels.map(({ name, at, row, anchor, textX }) => (
        <g key={name}>
          <line x1={at} x2={at} y1={row * ROW + 3} y2={HEIGHT - FOOT} stroke="currentColor" opacity={0.75} />
          <text x={textX} y={row * ROW + 11} textAnchor={anchor}>
            {name}
          </text>
        </g>
      ))}
    </>
  );
}

/**
 * A picture's pixels by light, in stops under white at the right: each channel and their luminance, square-root height;
 * the lights of the scene are named where they lie.
 */
export function HistogramView({ view, marks }: HistogramViewProps) {
  const [bin, setBin] = useState<number | null>(null);
  const { light } = view;
  const labels = labelRows(
    (marks?.lights ?? []).map(({ name, underWhite }) => ({ name, at: x(-underWhite) })),
    LETTER_PX,
  );
  const top = (1 + (max(labels, ({ row }) => row) ?? -1)) * ROW + 2;
  // The ends, black and white, may hold most of a night: they are cut off rather than flatten all between them.
  const most = max(CHANNELS.map((key) => max(light[key].slice(1, -1)) ?? 0)) ?? 1;
  const y = scaleSqrt()
    .domain([0, Math.max(1, most)])
    .range([HEIGHT - FOOT, top])
    .clamp(true);
  const shape = (bins: readonly number[]) =>
    area<number>(
      (_, i) => binX(i),
      HEIGHT - FOOT,
      (count) => y(count),
    ).curve(curveStepAfter)([...bins, bins.at(-1) ?? 0]) ?? "";
  const move = (by: number) => setBin((at) => Math.max(0, Math.min(WHITE_BIN, (at ?? WHITE_BIN + 1) + by)));
  const named = marks
    ? `; ${marks.lights.map(({ name, underWhite }) => `${name} at ${plain(-underWhite)}`).join(", ")}; noise below ${plain(-marks.noiseFloor)}`
    : "";
  return (
    <Box>
      <Box
        bg="slate"
        color="bone"
        tabIndex={0}
        role="slider"
        aria-label={`Histogram of ${(view.width * view.height).toLocaleString("en-US")} pixels in stops under white; ${percent(view.clippedAny)} clipped, ${percent(view.crushedAll)} crushed${named}`}
        aria-valuemin={0}
        aria-valuemax={WHITE_BIN}
        aria-valuenow={bin ?? WHITE_BIN}
        aria-valuetext={binText(light.luminance, bin ?? WHITE_BIN)}
        onMouseMove={({ currentTarget, clientX }) => {
          const box = currentTarget.getBoundingClientRect();
          setBin(binOf(2 ** x.invert(((clientX - box.left) / box.width) * WIDTH)));
        }}
        onMouseLeave={() => setBin(null)}
        onKeyDown={onKeys({ ArrowLeft: () => move(-1), ArrowRight: () => move(1) })}
        onBlur={() => setBin(null)}
      >
        <svg viewBox={`0 0 ${WIDTH} ${HEIGHT}`} width="100%" fontSize={FONT_PX} aria-hidden>
          {CHANNELS.map((key) => (
            <Box asChild key={key} fill={key}>
              <path d={shape(light[key])} opacity={0.42} />
            </Box>
          ))}
          <path d={shape(light.luminance)} fill="none" stroke="currentColor" strokeWidth={1.1} />
          <g fill="currentColor">
            {marks && <MarkLines labels={labels} floor={Math.max(0, x(-marks.noiseFloor))} top={top} />}
          </g>
          <line x1={0} x2={WIDTH} y1={HEIGHT - FOOT} y2={HEIGHT - FOOT} stroke="currentColor" opacity={0.5} />
          <g fill="currentColor" opacity={0.85}>
            {range(DARKEST_STOPS + 2, 1, 2).map((stops) => (
              <text key={stops} x={x(stops)} y={HEIGHT - 4} textAnchor={stops === 0 ? "end" : "middle"}>
                {stops === 0 ? "white" : plain(stops, 0)}
              </text>
            ))}
          </g>
          {bin !== null && (
            <rect
              x={binX(bin)}
              width={Math.max(1, binX(bin + 1) - binX(bin))}
              y={top}
              height={HEIGHT - FOOT - top}
              fill="currentColor"
              opacity={0.35}
            />
          )}
        </svg>
      </Box>
      <Box fontSize="label" color="ash" fontFamily="mono" height="18px">
        {bin === null ? "stops under white; line: luminance" : binText(light.luminance, bin)}
      </Box>
    </Box>
  );
}
