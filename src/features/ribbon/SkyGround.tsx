"use client";

import { useId, useMemo } from "react";
import type { Moment } from "@/core/night";
import { useSky } from "@/ui/theme/inPage";

const SKY_STOPS = 60;

interface SkyGroundProps {
  readonly shown: readonly Moment[];
  readonly x: (atMs: number) => number;
  readonly width: number;
  readonly height: number;
}

/** The night's own colours by the height of its sun. */
export function SkyGround({ shown, x, width, height }: SkyGroundProps) {
  const { colour } = useSky();
  const id = useId();
  const sky = useMemo(() => {
    const picked = Array.from(
      { length: SKY_STOPS + 1 },
      (_, i) => shown[Math.round((i / SKY_STOPS) * (shown.length - 1))]!,
    );
    return [...new Set(picked)];
  }, [shown]);
  const [from, to] = [x(shown[0]!.atMs), x(shown.at(-1)!.atMs)];
  return (
    <>
      <defs>
        <linearGradient id={id} gradientUnits="userSpaceOnUse" x1={from} x2={to}>
          {sky.map(({ atMs, sunAltitudeDeg }) => (
            <stop key={atMs} offset={(x(atMs) - from) / Math.max(1, to - from)} stopColor={colour(sunAltitudeDeg)} />
          ))}
        </linearGradient>
      </defs>
      <rect width={width} height={height} fill={`url(#${id})`} />
    </>
  );
}
