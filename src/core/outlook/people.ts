import { type CapturePlan, openSpanSeconds, periodAfter, shutterOf } from "../capture";
import { ghostOpacity, medianCleanProbability } from "../motion";
import type { Crowd, SceneFacts } from "./facts";

/** What people who pass leave in the fused picture. */
export interface PeopleOutlook {
  /** Share of the light where people pass that is theirs, 0 to 1: equal to the occupancy in every mean, however long; null for a median. */
  readonly veil: number | null;
  /** Opacity of the ghost that one passer-by leaves, 0 to 1; null for a median. */
  readonly ghostOpacity: number | null;
  /** Share of the pixels where people pass that come out clean in a median, 0 to 1; null for other ways. */
  readonly cleanProbability: number | null;
}

/** Share of a spot's frames that somebody touches while the shutter is open: people come at random, and stay for a dwell. */
function touchedShare({ occupancy, dwellSeconds }: Crowd, shutterSeconds: number): number {
  const comePerSecond = occupancy / (dwellSeconds * (1 - occupancy));
  return 1 - (1 - occupancy) * Math.exp(-comePerSecond * shutterSeconds);
}

/** Frames of a run that see other people: those less than a dwell apart see the same ones. Odd where the frames are. */
function independentFrames(plan: CapturePlan, dwellSeconds: number): number {
  const apart = Math.max(periodAfter(plan), dwellSeconds);
  const independent = 1 + Math.floor((openSpanSeconds(plan) - shutterOf(plan, 0).deliveredSeconds) / apart + 1e-9);
  return independent < plan.frames ? independent + ((independent + plan.frames) % 2) : independent;
}

/** Ghosts, veil and clean pixels; null without people. */
export function peopleOutlook(plan: CapturePlan, { crowd }: SceneFacts): PeopleOutlook | null {
  if (crowd === null) return null;
  const { frames, stack } = plan;
  const { deliveredSeconds } = shutterOf(plan, 0);
  if (stack === "median" && frames > 2) {
    const independent = independentFrames(plan, crowd.dwellSeconds);
    const touched = Math.min(1 - 1e-9, touchedShare(crowd, deliveredSeconds));
    return { veil: null, ghostOpacity: null, cleanProbability: medianCleanProbability(independent, touched) };
  }
  const veil = crowd.occupancy;
  if (frames === 1 || (stack !== "mean" && stack !== "lighten over mean"))
    return { veil, ghostOpacity: ghostOpacity(crowd.dwellSeconds, deliveredSeconds), cleanProbability: null };
  // One passer-by stands in as much open shutter as fits into a dwell.
  const period = periodAfter(plan);
  const whole = Math.floor(crowd.dwellSeconds / period);
  const seen = whole * deliveredSeconds + Math.min(deliveredSeconds, crowd.dwellSeconds - whole * period);
  return { veil, ghostOpacity: Math.min(1, seen / (frames * deliveredSeconds)), cleanProbability: null };
}
