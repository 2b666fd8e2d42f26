import type { PlannedFrame } from "./plan";

/** Where a run is at an instant: before its first frame, with the shutter open, between two frames, or through. */
export interface RunMoment {
  readonly phase: "waits" | "open" | "closed" | "through";
  /** The frame that is taken, or comes next, counted from 0; the number of frames once it is through. */
  readonly frame: number;
  /** Until the shutter opens or closes next; 0 once it is through. */
  readonly leftSeconds: number;
}

/**
 * Where a run is so many seconds after pressing.
 *
 * @param frames In order, at least one.
 */
export function runMoment(frames: readonly PlannedFrame[], seconds: number): RunMoment {
  // The first that has not closed yet.
  let [low, high] = [0, frames.length];
  while (low < high) {
    const middle = (low + high) >> 1;
    if (frames[middle]!.closesSeconds > seconds) high = middle;
    else low = middle + 1;
  }
  const frame = frames[low];
  if (!frame) return { phase: "through", frame: frames.length, leftSeconds: 0 };
  if (frame.opensSeconds <= seconds) return { phase: "open", frame: low, leftSeconds: frame.closesSeconds - seconds };
  return { phase: low === 0 ? "waits" : "closed", frame: low, leftSeconds: frame.opensSeconds - seconds };
}

/**
 * When a run was pressed, by its frames as they came: a phone's own pauses and delays are in it. The latest frame counts.
 *
 * @param taken By each frame its place in the plan and the instant at which it opened, milliseconds since 1970.
 * @param startedAtMs What stands until there is a frame.
 */
export function pressedAtMs(
  frames: readonly PlannedFrame[],
  taken: readonly { readonly index: number; readonly takenAtMs: number }[],
  startedAtMs: number,
): number {
  const last = taken.reduce<{ index: number; takenAtMs: number } | null>(
    (latest, each) => (latest === null || each.index > latest.index ? each : latest),
    null,
  );
  const planned = last && frames[last.index];
  return last && planned ? last.takenAtMs - 1000 * planned.opensSeconds : startedAtMs;
}
