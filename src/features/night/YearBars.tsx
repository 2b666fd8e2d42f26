"use client";

import { Box } from "@chakra-ui/react";
import { DateTime } from "luxon";
import type { ScoredNight } from "@/core/night";

interface YearBarsProps {
  /** As far as they are scored, from the year's first. */
  readonly nights: readonly ScoredNight[];
  readonly dates: readonly string[];
  readonly width: number;
  /** Places of the night that is pointed at and of the outing's own. */
  readonly at: number;
  readonly today: number;
}

const HEIGHT = 78;
const BARS = 54;
/** Illuminated fractions over and under which a moon counts as full and as new: within a day or so of either. */
const FULL = 0.985;
const NEW = 0.012;

/** The nights of a year as bars by their score, with full and new moons and the months under them. */
export function YearBars({ nights, dates, width, at, today }: YearBarsProps) {
  const step = width / dates.length;
  return (
    <svg width={width} height={HEIGHT} role="presentation" style={{ display: "block" }}>
      <Box asChild color="line">
        <line x2={width} y1={BARS} y2={BARS} stroke="currentColor" />
      </Box>
      <Box asChild color="moss">
        <g>
          {nights.map(({ date: day, score }, index) => (
            <rect
              key={day}
              x={index * step}
              width={Math.max(0.6, step - 0.5)}
              y={BARS - Math.max(0.5, (score / 100) * BARS)}
              height={Math.max(0.5, (score / 100) * BARS)}
              fill="currentColor"
              opacity={index === at ? 1 : 0.35 + (0.55 * score) / 100}
            />
          ))}
        </g>
      </Box>
      <Box asChild color="mist">
        <g>
          {nights.map(({ date: day, moonIlluminatedFraction }, index) =>
            moonIlluminatedFraction > FULL || moonIlluminatedFraction < NEW ? (
              <circle
                key={day}
                cx={(index + 0.5) * step}
                cy={BARS + 5}
                r={2}
                fill={moonIlluminatedFraction > 0.5 ? "currentColor" : "none"}
                stroke="currentColor"
              />
            ) : null,
          )}
        </g>
      </Box>
      <Box asChild color="lamp">
        <g>
          <line
            x1={(today + 0.5) * step}
            x2={(today + 0.5) * step}
            y1={0}
            y2={BARS}
            stroke="currentColor"
            strokeWidth={1.5}
          />
        </g>
      </Box>
      <Box asChild color="ash">
        <g>
          {dates.map((day, index) =>
            day.endsWith("-01") ? (
              <text key={day} x={index * step + 2} y={HEIGHT - 1} fill="currentColor">
                {DateTime.fromISO(day).toFormat("LLL")}
              </text>
            ) : null,
          )}
        </g>
      </Box>
    </svg>
  );
}
