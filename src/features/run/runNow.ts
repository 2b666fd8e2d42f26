import { type PlannedFrame, pressedAtMs, type RunMoment, runMoment } from "@/core/capture";
import type { RunWithFrames } from "@/features/api/queries";

/** Frames that are said to open so far in the future were not waited for, milliseconds. */
const AHEAD_MS = 1500;

/** Seconds since a run was pressed, by its frames as they came; null while it is held, and where it goes as fast as it can. */
export function secondsInto(run: RunWithFrames, frames: readonly PlannedFrame[], nowMs: number): number | null {
  const taken = run.frames.flatMap(({ runIndex, takenAt }) =>
    takenAt === null || runIndex === null ? [] : [{ index: runIndex, takenAtMs: Date.parse(takenAt) }],
  );
  if (run.run.state === "paused" || taken.some(({ takenAtMs }) => takenAtMs > nowMs + AHEAD_MS)) return null;
  const pressed = pressedAtMs(frames, taken, Date.parse(run.run.createdAt));
  return (nowMs - pressed) / 1000;
}

/** Where a run is at an instant; null where nobody knows, see `secondsInto`. */
export function runNow(run: RunWithFrames, frames: readonly PlannedFrame[], nowMs: number): RunMoment | null {
  const seconds = secondsInto(run, frames, nowMs);
  return seconds === null ? null : runMoment(frames, seconds);
}

/**
 * The frame that somebody means who says that something spoils it: the one that is open, between two the one that was just taken;
 * where nobody knows, the newest.
 */
export function frameMeant(run: RunWithFrames, frames: readonly PlannedFrame[], nowMs: number): number {
  const moment = runNow(run, frames, nowMs);
  if (moment === null) return Math.max(0, run.frames.length - 1);
  const frame = moment.phase === "closed" || moment.phase === "through" ? moment.frame - 1 : moment.frame;
  return Math.max(0, Math.min(frames.length - 1, frame));
}
