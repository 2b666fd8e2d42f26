"use client";

import type { ShotReply } from "@/contracts/replies";
import { type CaptureCamera, plannedFrames, planOfLine } from "@/core/capture";
import { parseRecipe } from "@/core/recipe";
import { ON_SKY } from "@/ui/theme/inPage";

/** More bars than a screen has pixels would not be told apart. */
const MOST_BARS = 400;
/** Frames closer than this run into one. */
const LEAST_PX = 2;

interface ShutterBarsProps {
  readonly shot: ShotReply;
  readonly beginMs: number;
  readonly domain: readonly [number, number];
  readonly msPerPx: number;
  readonly y: number;
  readonly camera: CaptureCamera | undefined;
}

/** Each frame's open shutter, once the zoom is close enough to tell them apart. */
export function ShutterBars({ shot, beginMs, domain, msPerPx, y, camera }: ShutterBarsProps) {
  const { recipe } = parseRecipe(shot.recipeLine);
  const [from, to] = domain;
  const period = recipe.sequence?.periodSeconds ?? recipe.sequence?.shutterSeconds ?? 0;
  const plan = camera && planOfLine(shot.recipeLine, camera);
  if (!plan || (period * 1000) / msPerPx < LEAST_PX) return null;
  const bars = plannedFrames(plan)
    .filter(
      ({ opensSeconds, closesSeconds }) => beginMs + closesSeconds * 1000 > from && beginMs + opensSeconds * 1000 < to,
    )
    .slice(0, MOST_BARS);
  return (
    <g pointerEvents="none">
      {bars.map(({ index, opensSeconds, closesSeconds }) => (
        <rect
          key={index}
          x={(beginMs + opensSeconds * 1000 - from) / msPerPx}
          width={Math.max(1, ((closesSeconds - opensSeconds) * 1000) / msPerPx)}
          y={y}
          height={5}
          fill={ON_SKY.paper}
        />
      ))}
    </g>
  );
}
