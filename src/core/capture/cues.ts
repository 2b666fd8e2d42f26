import type { PlannedFrame } from "./plan";

/** What is to be heard at an instant of a run by hand: one gets ready, presses, the shutter opens, or it closes. */
export interface Cue {
  readonly kind: "ready" | "press" | "open" | "close";
  /** After pressing for the first frame. */
  readonly atSeconds: number;
}

/** One is told to get ready so many seconds before the first press, once a second. */
const READY_SECONDS = [3, 2, 1];
/** Two sounds that follow each other faster are one to the ear, seconds. */
const APART_SECONDS = 0.25;

/**
 * The cues of a run by hand, in order. Where somebody presses for each frame, that is as long before it opens as before the first
 * one: by the phone's lag and its delay.
 *
 * @param frames In order, at least one.
 */
export function cuesOf(frames: readonly PlannedFrame[], isPressedForEach: boolean): Cue[] {
  const lag = frames[0]?.opensSeconds ?? 0;
  const ready = READY_SECONDS.map((seconds) => ({ kind: "ready", atSeconds: -seconds }) as const);
  const each = frames.flatMap(({ index, opensSeconds, closesSeconds }): Cue[] => {
    const isPressed = index === 0 || isPressedForEach;
    const opensWithPress = isPressed && lag < APART_SECONDS;
    return [
      ...(isPressed ? [{ kind: "press", atSeconds: opensSeconds - lag } as const] : []),
      ...(opensWithPress ? [] : [{ kind: "open", atSeconds: opensSeconds } as const]),
      ...(closesSeconds - opensSeconds < APART_SECONDS ? [] : [{ kind: "close", atSeconds: closesSeconds } as const]),
    ];
  });
  return [...ready, ...each];
}
