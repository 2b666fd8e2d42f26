"use client";

import { Box } from "@chakra-ui/react";
import { DateTime } from "luxon";
import { useEffect, useMemo, useRef } from "react";
import { NIGHT_SLOTS, type ScoredNight } from "@/core/night";
import { clock } from "@/features/nightPlan/clock";
import { spread } from "@/features/picture/spread";
import { ON_SKY, useSky } from "@/ui/theme/inPage";
import { bestNights, carpetCells, crossings, shownSteps } from "./carpetCells";

const HEIGHT = 104;
/** Risings and settings lie over the score without hiding it. */
const RISING_OPACITY = 0.5;
/** Months below. */
const FOOT = 15;
const NAMED = 3;
const LETTER_PX = 6.3;
const DAY_MS = 86_400_000;
/** Hours of the clock that are written at the edge. */
const HOURS = ["21:00", "00:00", "03:00"];
/** Steps of a night in an hour of it. */
const PER_HOUR = (NIGHT_SLOTS - 1) / 24;

interface YearCarpetProps {
  /** As far as they are scored, from the year's first. */
  readonly nights: readonly ScoredNight[];
  readonly dates: readonly string[];
  readonly zone: string;
  readonly width: number;
  /** Places of the night that is pointed at and of the outing's own. */
  readonly at: number;
  readonly today: number;
}

/** A year's nights across, their hours up: each cell in the night's own light, the brighter the better it scores. */
export function YearCarpet({ nights, dates, zone, width, at, today }: YearCarpetProps) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const { colour, ink } = useSky();
  const step = width / dates.length;
  const shown = useMemo(() => shownSteps(nights), [nights]);
  const [first, last] = shown ?? [0, NIGHT_SLOTS - 1];
  const rowPx = HEIGHT / (last - first + 1);
  const y = (slot: number) => (last - slot + 0.5) * rowPx;

  useEffect(() => {
    const context = canvas.current?.getContext("2d");
    if (!canvas.current || !context || !shown || nights.length === 0) return;
    const ratio = window.devicePixelRatio || 1;
    canvas.current.width = Math.round(width * ratio);
    canvas.current.height = Math.round(HEIGHT * ratio);
    const cells = carpetCells(nights, shown, colour, ink);
    const small = new OffscreenCanvas(cells.width, cells.height);
    small.getContext("2d")?.putImageData(new ImageData(cells.data, cells.width, cells.height), 0, 0);
    context.scale(ratio, ratio);
    context.imageSmoothingEnabled = false;
    context.drawImage(small, 0, 0, nights.length * step, HEIGHT);
    for (const [of, line] of [
      ["moonUp", ink.mist],
      ["coreUp", ink.paper],
    ] as const) {
      context.fillStyle = line;
      context.globalAlpha = RISING_OPACITY;
      for (const { night, step: slot } of crossings(nights, of))
        context.fillRect(
          night * step,
          (shown[1] - slot + 1) * (HEIGHT / (shown[1] - shown[0] + 1)) - 0.6,
          step + 0.2,
          1.2,
        );
    }
  }, [nights, shown, colour, ink, width, step]);

  const whole = nights.length === dates.length;
  const best = useMemo(() => (whole ? bestNights(nights, NAMED) : []), [whole, nights]);
  const names = spread(
    best.map((night) => {
      const text = DateTime.fromISO(dates[night]!).toFormat("d LLL");
      return { night, text, at: (night + 0.5) * step, size: (text.length + 1) * LETTER_PX };
    }),
    { from: 0, to: width },
  );
  const own = nights[today] ?? nights[0];
  const hours = own
    ? Array.from({ length: 24 }, (_, hour) => hour * PER_HOUR)
        .map((slot) => nearestHour(own.hours.beginMs, slot, zone))
        .filter(({ slot, text }) => HOURS.includes(text) && slot >= first && slot <= last)
    : [];
  const chosen = nights[at];
  return (
    <Box position="relative" height={`${HEIGHT + FOOT}px`}>
      <Box asChild position="absolute" inset="0" bg="slate" style={{ width, height: HEIGHT }}>
        <canvas ref={canvas} aria-hidden />
      </Box>
      <svg
        width={width}
        height={HEIGHT + FOOT}
        role="presentation"
        style={{ position: "absolute", inset: 0 }}
        fontSize={12}
      >
        {hours.map(({ slot, text }) => (
          <text key={text} x={4} y={y(slot) + 4} fill={ON_SKY.paper} {...HALO}>
            {text}
          </text>
        ))}
        {names.map(({ night, text, begins, size }) => (
          <g key={night}>
            <circle
              cx={(night + 0.5) * step}
              cy={y(slotOf(nights[night]!))}
              r={4}
              fill="none"
              stroke={ON_SKY.lamp}
              strokeWidth={1.5}
            />
            <text x={begins + size / 2} y={12} textAnchor="middle" fill={ON_SKY.paper} {...HALO}>
              {text}
            </text>
          </g>
        ))}
        {at !== today && (
          <line x1={(at + 0.5) * step} x2={(at + 0.5) * step} y2={HEIGHT} stroke={ON_SKY.paper} opacity={0.8} />
        )}
        <line x1={(today + 0.5) * step} x2={(today + 0.5) * step} y2={HEIGHT} stroke={ON_SKY.lamp} strokeWidth={1.5} />
        {chosen && chosen.score > 0 && (
          <line x2={width} y1={y(slotOf(chosen))} y2={y(slotOf(chosen))} stroke={ON_SKY.lamp} opacity={0.6} />
        )}
        <Box asChild color="ash">
          <g>
            {dates.map((day, index) =>
              day.endsWith("-01") ? (
                <text key={day} x={index * step + 2} y={HEIGHT + FOOT - 3} fill="currentColor">
                  {DateTime.fromISO(day).toFormat("LLL")}
                </text>
              ) : null,
            )}
          </g>
        </Box>
      </svg>
    </Box>
  );
}

const HALO = { stroke: ON_SKY.halo, strokeWidth: 2.5, style: { paintOrder: "stroke" as const } };

/** The middle of a night's best stretch, as a step of the night. */
const slotOf = ({ beginMs, endMs, hours }: ScoredNight): number =>
  (((beginMs + endMs) / 2 - hours.beginMs) / DAY_MS) * (NIGHT_SLOTS - 1);

/** The full hour of the clock nearest to a step of a night, and where it lies. */
function nearestHour(beginMs: number, slot: number, zone: string): { readonly slot: number; readonly text: string } {
  const at = DateTime.fromMillis(beginMs + (slot / (NIGHT_SLOTS - 1)) * DAY_MS, { zone }).plus({ minutes: 30 });
  const hour = at.startOf("hour").toMillis();
  return { slot: ((hour - beginMs) / DAY_MS) * (NIGHT_SLOTS - 1), text: clock(hour, zone) };
}
