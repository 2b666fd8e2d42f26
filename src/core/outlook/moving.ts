import { figureOf } from "../assumed";
import { type CapturePlan, openSpanSeconds, periodAfter, shutterOf } from "../capture";
import { overlapChance } from "../conditions";
import type { SceneFacts } from "../facts";
import { drawnPath, freezeSeconds, imagePath, secondsForShare, WHOLE_SHARE } from "../motion";
import { sensorSizeMm } from "../optics";
import { type LineMethod, lawOf } from "../stack";

/** What something that crosses the frame leaves in the fused picture. */
export interface MoverOutlook {
  /** Share of the image path that the open shutters draw, 0 to 1; gaps between frames are not in it. */
  readonly coverage: number;
  /** Share of it from the first drawn point to the last. */
  readonly reached: number;
  /** The largest gap between two frames, pixels. */
  readonly gapPx: number;
  /** Share of the stretch from the first drawn point to the last that is drawn, 0 to 1. */
  readonly duty: number;
  /** Time in which 95 % of the image path is drawn, seconds. */
  readonly wholeSeconds: number;
  /** Whether it leaves the frame, or recedes to a point in it. */
  readonly leavesTheFrame: boolean;
  /** Blur of the mover in one frame, pixels. */
  readonly blurPx: number;
}

/** Whether a run's picture keeps what moves from frame to frame, of a single frame too. */
export const keepsMotion = (stack: LineMethod | null, frames: number): boolean =>
  frames === 1 || (lawOf(stack, frames)?.keepsMotion ?? false);

/** How much of the frame a mover crosses; null without one. */
export function moverOutlook(plan: CapturePlan, { mover }: SceneFacts): MoverOutlook | null {
  if (mover === null) return null;
  const { lens, stack, frames } = plan;
  const frame = { focalLengthMm: lens.focalLengthMm, sensorWidthMm: sensorSizeMm(lens).widthMm };
  const path = imagePath(frame, mover);
  const { deliveredSeconds } = shutterOf(plan, 0);
  const run = keepsMotion(stack, frames) && plan.recipe.bracketStops === null ? frames : 1;
  const drawn = drawnPath(path, mover, {
    frames: run,
    shutterSeconds: deliveredSeconds,
    periodSeconds: periodAfter(plan),
  });
  return {
    coverage: drawn.drawn,
    reached: drawn.reached,
    gapPx: (drawn.largestGap * path.lengthMm * 1000) / lens.pitchUm,
    duty: drawn.reached > 0 ? drawn.drawn / drawn.reached : 1,
    wholeSeconds: secondsForShare(path, mover, WHOLE_SHARE),
    leavesTheFrame: path.leavesTheFrame,
    blurPx: deliveredSeconds / freezeSeconds(lens.focalLengthMm, lens.pitchUm, mover, 1),
  };
}

/** Traffic in a run. */
export interface TrafficOutlook {
  /** Vehicles expected while the run lasts. */
  readonly vehicles: number;
  /** Chance that two or more share a lane's trail in one exposure: those trails add up and clip. */
  readonly overlapChance: number;
}

/** How much passes; null where nothing was said of traffic. */
export function trafficOutlook(plan: CapturePlan, { vehiclesPerHour, mover }: SceneFacts): TrafficOutlook | null {
  if (mover === null || !(vehiclesPerHour > 0)) return null;
  // Two in a lane add up where both cross a point in one frame, and in a mean wherever both cross it at all.
  const addsUp = lawOf(plan.stack, plan.frames)?.isLongExposure ?? false;
  const together = addsUp ? openSpanSeconds(plan) : shutterOf(plan, 0).deliveredSeconds;
  return {
    vehicles: (vehiclesPerHour * openSpanSeconds(plan)) / 3600,
    overlapChance: overlapChance(vehiclesPerHour, together),
  };
}

/** A sweep that keeps the mover in its place of the picture. */
export interface SweepOutlook {
  /** Speed of the turn at the moment of passing, degrees a second. */
  readonly degPerSecond: number;
  /** Length of the streaks that the background becomes, as a share of the picture's width. */
  readonly streakShare: number;
  /** Blur of the subject where the turn misses its speed as a practised hand does, pixels. */
  readonly subjectPx: number;
}

/** The turn that follows a mover, and what it does: the background moves by f·tan(ωt); null without a mover. */
export function sweepOutlook(plan: CapturePlan, { mover, figures }: SceneFacts): SweepOutlook | null {
  if (mover === null) return null;
  const { lens } = plan;
  const across = mover.speedMps * Math.cos((mover.headingDegFromPerpendicular * Math.PI) / 180);
  const radPerSecond = across / mover.distanceM;
  const turn = Math.min(Math.PI / 3, radPerSecond * shutterOf(plan, 0).deliveredSeconds);
  const streakMm = lens.focalLengthMm * Math.tan(turn);
  return {
    degPerSecond: (radPerSecond * 180) / Math.PI,
    streakShare: streakMm / sensorSizeMm(lens).widthMm,
    subjectPx: (figureOf(figures, "sweep-miss") * streakMm * 1000) / lens.pitchUm,
  };
}
