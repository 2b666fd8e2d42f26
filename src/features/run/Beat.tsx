"use client";

import { Box } from "@chakra-ui/react";
import { scaleLinear } from "d3";
import type { PlannedFrame } from "@/core/capture";
import { readableDuration } from "@/core/recipe";
import { useSize } from "@/ui/useSize";

interface BeatProps {
  readonly frames: readonly PlannedFrame[];
  /** Now, after pressing. */
  readonly seconds: number;
  /** Frames that are there, by their place. */
  readonly taken: ReadonlySet<number>;
}

const HEIGHT = 44;
/** So much of the run lies on either side of now: a few periods, and no less than this. */
const LEAST_SECONDS = 8;
const PERIODS = 3;

/** Open and closed shutter to scale, now in the middle: light lies up, time runs across. */
export function Beat({ frames, seconds, taken }: BeatProps) {
  const [ref, { width }] = useSize<HTMLDivElement>();
  const period = frames.length > 1 ? frames[1]!.opensSeconds - frames[0]!.opensSeconds : frames[0]!.deliveredSeconds;
  const reach = Math.max(LEAST_SECONDS, PERIODS * period);
  const x = scaleLinear()
    .domain([seconds - reach, seconds + reach])
    .range([0, width]);
  const seen = frames.filter(
    ({ opensSeconds, closesSeconds }) => closesSeconds > seconds - reach && opensSeconds < seconds + reach,
  );
  const first = x(frames[0]!.opensSeconds);
  const last = x(frames.at(-1)!.closesSeconds);
  return (
    <Box ref={ref} px="0" flexShrink="0" borderBottomWidth="1px" borderColor="line">
      <svg
        width={width}
        height={HEIGHT}
        style={{ display: "block" }}
        role="img"
        aria-label={`Open and closed shutter around now, ${readableDuration(reach)} to either side`}
      >
        <line
          x1={Math.max(0, first)}
          x2={Math.min(width, last)}
          y1={HEIGHT - 12}
          y2={HEIGHT - 12}
          stroke="currentColor"
          opacity={0.3}
        />
        {seen.map(({ index, opensSeconds, closesSeconds }) => {
          const isOpen = opensSeconds <= seconds && closesSeconds > seconds;
          return (
            <Box asChild key={index} color={isOpen || taken.has(index) ? "lamp" : "ash"}>
              <rect
                x={x(opensSeconds)}
                width={Math.max(1, x(closesSeconds) - x(opensSeconds))}
                y={10}
                height={HEIGHT - 22}
                fill={isOpen || taken.has(index) ? "currentColor" : "none"}
                fillOpacity={isOpen ? 1 : 0.55}
                stroke="currentColor"
              />
            </Box>
          );
        })}
        <line x1={width / 2} x2={width / 2} y1={0} y2={HEIGHT} stroke="currentColor" strokeWidth={2} />
      </svg>
    </Box>
  );
}
