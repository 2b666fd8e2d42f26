import { type CapturePlan, type PlannedFrame, plannedFrames, shutterOf } from "../capture";

/** Open seconds of all of a plan's frames together. */
export function openSeconds(plan: CapturePlan): number {
  if (plan.shutters.length === 1) return plan.frames * plan.shutters[0].deliveredSeconds;
  let sum = 0;
  for (let index = 0; index < plan.frames; index++) sum += shutterOf(plan, index).deliveredSeconds;
  return sum;
}

/** Shorter exposures than this of a frame at hand are not taken: there is nothing to see in them. */
const LEAST_SECONDS = 1e-4;

/**
 * The frames of a plan as far as they are at a moment of its open time: whole ones, and the one at hand cut off where it
 * is. Before anything, the shortest beginning of the first.
 */
export function framesUntil(plan: CapturePlan, openedSeconds: number): PlannedFrame[] {
  let left = Math.max(LEAST_SECONDS, Math.min(openedSeconds, openSeconds(plan)));
  const taken: PlannedFrame[] = [];
  for (const frame of plannedFrames(plan)) {
    if (left < LEAST_SECONDS) break;
    const seconds = Math.min(left, frame.deliveredSeconds);
    left -= frame.deliveredSeconds;
    const whole = seconds === frame.deliveredSeconds;
    taken.push(whole ? frame : { ...frame, deliveredSeconds: seconds, closesSeconds: frame.opensSeconds + seconds });
  }
  return taken;
}
