import { type CapturePlan, periodAfter, shutterOf } from "../capture";
import type { SceneFacts } from "../facts";
import { cleanMedianProbability, ghostOpacity } from "../motion";
import { lawOf } from "../stack";

/** What people who pass leave in the fused picture. */
export interface PeopleOutlook {
  /** Share of the light where people pass that is theirs, 0 to 1: equal to the occupancy in every mean, however long; null for a median. */
  readonly veil: number | null;
  /** Opacity of the ghost that one passer-by leaves, 0 to 1; null for a median. */
  readonly ghostOpacity: number | null;
  /** Share of the pixels where people pass that come out clean in a median, 0 to 1; null for other ways. */
  readonly cleanProbability: number | null;
}

/** Ghosts, veil and clean pixels; null without people. */
export function peopleOutlook(plan: CapturePlan, { crowd }: SceneFacts): PeopleOutlook | null {
  if (crowd === null) return null;
  const { frames, stack } = plan;
  const { deliveredSeconds } = shutterOf(plan, 0);
  const left = lawOf(stack, frames)?.people(frames) ?? "ghosts";
  if (left === "gone") {
    const { occupancy, dwellSeconds } = crowd;
    const spot = { occupancy, dwellSeconds, shutterSeconds: deliveredSeconds, periodSeconds: periodAfter(plan) };
    return { veil: null, ghostOpacity: null, cleanProbability: cleanMedianProbability(spot, frames) };
  }
  const veil = crowd.occupancy;
  if (left === "ghosts")
    return { veil, ghostOpacity: ghostOpacity(crowd.dwellSeconds, deliveredSeconds), cleanProbability: null };
  // One passer-by stands in as much open shutter as fits into a dwell.
  const period = periodAfter(plan);
  const whole = Math.floor(crowd.dwellSeconds / period);
  const seen = whole * deliveredSeconds + Math.min(deliveredSeconds, crowd.dwellSeconds - whole * period);
  return { veil, ghostOpacity: Math.min(1, seen / (frames * deliveredSeconds)), cleanProbability: null };
}
