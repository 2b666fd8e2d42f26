"use client";

import { Box } from "@chakra-ui/react";
import { scaleLinear } from "d3";
import { useMemo } from "react";
import { type CapturePlan, plannedFrames, runSeconds } from "@/core/capture";
import { readableDuration, roughDuration } from "@/core/recipe";
import { useSize } from "@/ui/useSize";

const MOST_BARS = 600;

/** The run in time: each frame's open shutter as a bar, the closed time between as a gap. */
export function ShutterLine({ plan }: { readonly plan: CapturePlan }) {
  const [ref, { width }] = useSize<HTMLDivElement>();
  const total = runSeconds(plan);
  const bars = useMemo(() => plannedFrames(plan).slice(0, MOST_BARS), [plan]);
  const x = scaleLinear()
    .domain([0, Math.max(total, 1e-6)])
    .range([0, width]);
  return (
    <Box px="16px" pt="8px" pb="4px" flexShrink="0">
      <Box ref={ref}>
        <svg
          width={width}
          height={24}
          role="img"
          aria-label={`${bars.length} frames in ${roughDuration(total)}; the shutter is open where there is a bar`}
        >
          <line x1={0} x2={width} y1={8} y2={8} stroke="currentColor" opacity={0.2} />
          {bars.map(({ index, opensSeconds, closesSeconds }) => (
            <Box asChild key={index} color="lamp">
              <rect
                x={x(opensSeconds)}
                width={Math.max(1, x(closesSeconds) - x(opensSeconds))}
                y={4}
                height={8}
                fill="currentColor"
              />
            </Box>
          ))}
          {x.ticks(6).map((second) => (
            <text
              key={second}
              x={x(second)}
              y={23}
              fill="currentColor"
              opacity={0.6}
              textAnchor={second === 0 ? "start" : "middle"}
            >
              {readableDuration(second)}
            </text>
          ))}
        </svg>
      </Box>
    </Box>
  );
}
