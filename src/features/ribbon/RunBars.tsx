"use client";

import { useEffect, useMemo, useRef } from "react";
import type { RunReply } from "@/contracts/replies";
import { type CaptureCamera, plannedFrames, planOfLine, pressedAtMs } from "@/core/capture";
import { ON_SKY } from "@/ui/theme/inPage";

/** More bars than a screen has pixels would not be told apart. */
const MOST_BARS = 400;
const BAR_PX = 7;
/** What is shown around a run that begins, as a share of it. */
const MARGIN = 0.15;
/** A frame that is said to open so far in the future was not waited for, milliseconds. */
const AHEAD_MS = 1500;

interface RunBarsProps {
  /** A run that goes on. */
  readonly running: RunReply;
  readonly camera: CaptureCamera | undefined;
  readonly domain: readonly [number, number];
  readonly width: number;
  /** The night's own span: runs at other times are not on it. */
  readonly beginMs: number;
  readonly endMs: number;
  readonly onShow: (from: number, to: number) => void;
}

/** A run that goes on, at the very time at which it does: each frame's open shutter; the ribbon comes close when it begins. */
export function RunBars({ running, camera, domain, width, beginMs, endMs, onShow }: RunBarsProps) {
  const { run, lastFrame: last } = running;
  const frames = useMemo(() => {
    const plan = camera ? planOfLine(run.recipeLine, camera) : null;
    return plan ? plannedFrames(plan) : [];
  }, [camera, run.recipeLine]);
  const taken =
    last?.takenAt && last.runIndex !== null ? [{ index: last.runIndex, takenAtMs: Date.parse(last.takenAt) }] : [];
  const startMs = pressedAtMs(frames, taken, Date.parse(run.createdAt));
  const isInTime = taken.every(({ takenAtMs }) => takenAtMs < Date.now() + AHEAD_MS);
  const end = frames.at(-1);
  const isShown = end !== undefined && isInTime && startMs >= beginMs && startMs < endMs;
  // By hand it begins with the press, with a phone when its first frame tells that it takes its time.
  const begins = isShown && (run.source === "hand" || taken.length > 0);
  const lengthMs = 1000 * (end?.closesSeconds ?? 0);
  const shown = useRef<string | null>(null);
  useEffect(() => {
    // Once, as it begins: afterwards the hand has the ribbon.
    if (!begins || shown.current === run.id) return;
    shown.current = run.id;
    onShow(startMs - MARGIN * lengthMs, startMs + (1 + MARGIN) * lengthMs);
  }, [run.id, begins, startMs, lengthMs, onShow]);
  if (!isShown) return null;
  const [from, to] = domain;
  const x = (seconds: number) => ((startMs + 1000 * seconds - from) / (to - from)) * width;
  const seen = frames.filter(({ opensSeconds, closesSeconds }) => x(closesSeconds) > 0 && x(opensSeconds) < width);
  return (
    <g pointerEvents="none" color={ON_SKY.lamp}>
      {seen.slice(0, MOST_BARS).map(({ index, opensSeconds, closesSeconds }) => (
        <rect
          key={index}
          x={x(opensSeconds)}
          width={Math.max(1, x(closesSeconds) - x(opensSeconds))}
          y={1}
          height={BAR_PX}
          fill="currentColor"
        />
      ))}
    </g>
  );
}
