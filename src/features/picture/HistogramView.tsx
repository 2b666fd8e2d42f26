"use client";

import { Box } from "@chakra-ui/react";
import { area, curveStepAfter, max, scaleLinear, scaleSqrt } from "d3";
import { useState } from "react";
import type { PictureStatistics } from "@/core/picture";

const WIDTH = 300;
const HEIGHT = 108;
const CHANNELS = [
  { key: "red", name: "red", colour: "#EF6A4C" },
  { key: "green", name: "green", colour: "#74B49B" },
  { key: "blue", name: "blue", colour: "#8FA8D8" },
] as const;

/** Pixels by display value, black at the left, for each channel and for luminance; square-root height. */
export function HistogramView({ statistics }: { readonly statistics: PictureStatistics }) {
  const [value, setValue] = useState<number | null>(null);
  const x = scaleLinear().domain([0, 256]).range([0, WIDTH]);
  const most = max(CHANNELS.map(({ key }) => max(statistics[key].subarray(1, 255)) ?? 0)) ?? 1;
  const y = scaleSqrt()
    .domain([0, Math.max(1, most)])
    .range([HEIGHT, 6])
    .clamp(true);
  const shape = (bins: Uint32Array) =>
    area<number>(
      (_, bin) => x(bin),
      HEIGHT,
      (count) => y(count),
    ).curve(curveStepAfter)([...bins, bins[255] ?? 0]) ?? "";
  const total = statistics.luminance.reduce((sum, count) => sum + count, 0);
  const share = value === null ? null : (100 * (statistics.luminance[value] ?? 0)) / total;
  return (
    <Box>
      <Box asChild width="100%" height="auto" bg="slate" borderBottomWidth="1px" borderColor="line" display="block">
        <svg
          viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
          role="img"
          aria-label={`Histogram of ${total.toLocaleString("en-US")} pixels; ${(100 * statistics.clippedAny).toFixed(2)} % clipped, ${(100 * statistics.crushedAll).toFixed(2)} % crushed`}
          onMouseMove={(event) => {
            const box = event.currentTarget.getBoundingClientRect();
            setValue(Math.max(0, Math.min(255, Math.floor(((event.clientX - box.left) / box.width) * 256))));
          }}
          onMouseLeave={() => setValue(null)}
        >
          {CHANNELS.map(({ key, colour }) => (
            <path key={key} d={shape(statistics[key])} fill={colour} opacity={0.42} />
          ))}
          <path d={shape(statistics.luminance)} fill="none" stroke="currentColor" strokeWidth={1.2} />
          {value !== null && (
            <line x1={x(value + 0.5)} x2={x(value + 0.5)} y1={0} y2={HEIGHT} stroke="currentColor" opacity={0.7} />
          )}
        </svg>
      </Box>
      <Box fontSize="label" color="ash" fontFamily="mono" height="18px">
        {value === null ? "red, green, blue; line: luminance" : `value ${value}: ${share?.toFixed(2)} % of pixels`}
      </Box>
    </Box>
  );
}
