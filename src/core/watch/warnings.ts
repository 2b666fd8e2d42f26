import {
  batteryUsedPercent,
  type CapturePlan,
  frameMegabytes,
  type PlannedFrame,
  periodAfter,
  shutterOf,
} from "../capture";
import { type Ladder, nearestRung } from "../light";
import { median } from "../median";
import { plateScaleArcsec, starRate } from "../motion";
import { readableDuration } from "../recipe";
import { counted, plain, signed } from "../words";
import { brighterShare, changeBetween, type FrameMeasure, sharpnessAgainst, shiftBetween } from "./frameMeasure";

/** A frame as it came, with its measures. */
export interface WatchedFrame {
  /** Its place in the plan, from 0. */
  readonly index: number;
  readonly takenAtMs: number | null;
  /** As the phone says. */
  readonly shutterSeconds: number | null;
  readonly bytes: number;
  readonly measure: FrameMeasure;
}

/** What a run is watched by. */
export interface WatchedRun {
  readonly plan: CapturePlan;
  readonly planned: readonly PlannedFrame[];
  /** In the order of the plan. */
  readonly frames: readonly WatchedFrame[];
  /** Width of the frames, pixels. */
  readonly widthPx: number;
  readonly shutterLadder: Ladder;
  /** The longest pause between two frames that does not show, seconds; null where none does. */
  readonly mostGapSeconds: number | null;
  /** What the phone says of itself now; null where it says nothing. */
  readonly phone: { readonly batteryPercent: number; readonly freeBytes: number } | null;
  /** The air at the run's end; null where nobody knows it. */
  readonly air: { readonly temperatureC: number; readonly dewPointC: number } | null;
  /** How the light changes from now to the last frame, stops; null where nobody knows it. */
  readonly lightAhead: number | null;
  /** Whether it is a picture of the turning sky: its stars move by themselves. */
  readonly ofStars: boolean;
}

/** Something that will spoil a run, while there is still time. */
export interface RunWarning {
  readonly id: string;
  readonly says: string;
  readonly does: string;
}

const THIRD = 1 / 3;
/** The first and the last few frames are compared: one that a car lights up decides nothing. */
const FEW = 3;
/** White that grew by so much of the picture, and is so many times what it was. */
const CLIPPED_PART = 0.01;
const CLIPPED_TIMES = 1.5;
/** Frames under one light differ by a thousandth of a stop or two in their colour. */
const COLOUR_JUMP_STOPS = 0.006;
/** A shift over this many pixels leaves double edges when frames are fused. */
const SHIFT_PX = 3;
/** Glass that lies so close over the dew point is wet before long, °C. */
const DEW_CELSIUS = 2;
const BATTERY_LEFT_PERCENT = 5;
const COLD_FACTOR = 1.5;
/** A period is taken to be longer than the line's from so much on, seconds. */
const LATE_SECONDS = 0.25;

type MaybeWarning = RunWarning | null;

/** A number of stops as rungs of the shutter ladder, from where the line stands. */
function inRungs({ plan, shutterLadder }: WatchedRun, stops: number): string {
  const { nominalSeconds } = shutterOf(plan, 0);
  const rung = nearestRung(shutterLadder, nominalSeconds * 2 ** stops);
  const rungs = Math.max(1, Math.round(Math.abs(stops) / THIRD));
  const way = stops > 0 ? "longer" : "shorter";
  if (rung === nominalSeconds) return `The phone has no ${way} shutter; change the ISO by ${signed(stops)} stops.`;
  return `${counted(rungs, "rung")} ${way}: ${readableDuration(rung)}.`;
}

/** What of each frame's light the plan itself changes, stops: a ramp's or a bracket's frames are meant to differ. */
const meant = ({ plan }: WatchedRun, index: number): number =>
  Math.log2(shutterOf(plan, index).nominalSeconds / shutterOf(plan, 0).nominalSeconds);

function clipping(run: WatchedRun): MaybeWarning {
  const shares = (frames: readonly WatchedFrame[]) => frames.map(({ measure }) => measure.clippedAny);
  // A bus that passes whitens a frame or two: all of the last have to be whiter than all of the first.
  const first = Math.max(...shares(run.frames.slice(0, FEW)));
  const last = Math.min(...shares(run.frames.slice(-FEW)));
  if (last - first < CLIPPED_PART || last < CLIPPED_TIMES * first) return null;
  return {
    id: "clipping",
    says: `White grows: ${plain(100 * last)} % of the picture, ${plain(100 * first)} % in the first frames.`,
    does: inRungs(run, -THIRD),
  };
}

function brightness(run: WatchedRun): MaybeWarning {
  const { frames, plan } = run;
  // A ramp that follows the light keeps the picture as bright; what the plan itself changes otherwise is taken off.
  const own = plan.recipe.rampStops === null ? (index: number) => meant(run, index) : () => 0;
  const changes = frames.slice(0, FEW).map((first, at) => {
    const last = frames[frames.length - FEW + at]!;
    return changeBetween(first.measure, last.measure).light - own(last.index) + own(first.index);
  });
  const change = median(changes);
  if (Math.abs(change) < THIRD) return null;
  return {
    id: "brightness",
    says: `It has become ${plain(Math.abs(change))} stops ${change > 0 ? "brighter" : "darker"} since the first frames.`,
    does: inRungs(run, -change),
  };
}

function colour({ frames, plan }: WatchedRun): MaybeWarning {
  // Frames of other shutters clip elsewhere, and are of other colours for that.
  if (plan.shutters.length > 1) return null;
  const steps = frames.slice(1).map(({ measure }, at) => changeBetween(frames[at]!.measure, measure));
  const wander = (of: (step: (typeof steps)[number]) => number) => {
    let sum = 0;
    const values = [0, ...steps.map((step) => (sum += of(step)))];
    // Dusk turns blue evenly; a camera that looks for its white balance goes to and fro.
    const jumps = values.slice(2).map((value, at) => Math.abs(values[at + 1]! - (values[at]! + value) / 2));
    return { jump: median(jumps), spread: Math.max(...values) - Math.min(...values) };
  };
  const [red, blue] = [wander((step) => step.red), wander((step) => step.blue)];
  if (Math.max(red.jump, blue.jump) < COLOUR_JUMP_STOPS) return null;
  return {
    id: "colour",
    says: `The colour wanders by ${plain(Math.max(red.spread, blue.spread), 2)} stops between frames.`,
    does: "Lock the white balance; these frames can be set alike afterwards.",
  };
}

/** How far a frame lies from another, pixels, less what the stars may have moved meanwhile. */
function movedPx({ widthPx, plan, ofStars }: WatchedRun, from: WatchedFrame, to: WatchedFrame): number {
  const { right, down } = shiftBetween(from.measure, to.measure);
  const period = periodAfter(plan) * Math.abs(to.index - from.index);
  const perSecond = (starRate(0) / plateScaleArcsec(plan.lens)) * (widthPx / plan.lens.widthPx);
  return Math.max(0, widthPx * Math.hypot(right, down) - (ofStars ? perSecond * period : 0));
}

function shift(run: WatchedRun): MaybeWarning {
  const { frames } = run;
  const moved = frames.slice(-FEW).map((frame) => movedPx(run, frames[0]!, frame));
  const px = Math.min(...moved);
  if (px < SHIFT_PX || swayPx(run) > px) return null;
  return {
    id: "shift",
    says: `The picture has moved by ${plain(px, 0)} pixels since the first frame.`,
    does: "The stand gives way, or was touched: firm it, and begin anew; what is there can be aligned.",
  };
}

/** How far frames lie from those beside them, the middle of it: a stand that gives way once does so once. */
const swayPx = (run: WatchedRun): number =>
  median(run.frames.slice(1).map((frame, at) => movedPx(run, run.frames[at]!, frame)));

function sway(run: WatchedRun): MaybeWarning {
  const px = swayPx(run);
  if (px < SHIFT_PX) return null;
  return {
    id: "sway",
    says: `Frame by frame the picture sways by ${plain(px, 0)} pixels.`,
    does: "Keep it low, hang weight under it, or find shelter from the wind; what is there can be aligned.",
  };
}

/** One frame that differs from those on both sides of it by so much, stops. */
const OUTLIER_STOPS = 0.6;
/** What passes lights less of a picture than this; a flash, or a car that turns towards the camera, lights more. */
const FLASHED_SHARE = 0.3;
/** A frame with so much less detail than the others is soft. */
const SOFT_SHARE = 0.85;
/** From so many soft frames on it is the focus that hunts, and not one bump. */
const HUNTING_SHARE = 0.25;

/** What of a value lies beyond both of its neighbours, 0 where it lies between them. */
const beyondBoth = (before: number, after: number): number =>
  Math.sign(before) === Math.sign(after) ? Math.sign(before) * Math.min(Math.abs(before), Math.abs(after)) : 0;

/** One frame that is darker or brighter than those on both sides of it, or lies elsewhere. */
function oneOff(run: WatchedRun): MaybeWarning {
  const { frames } = run;
  for (let at = 1; at < frames.length - 1; at++) {
    const [before, own, after] = [frames[at - 1]!, frames[at]!, frames[at + 1]!];
    const from = ({ measure, index }: WatchedFrame) =>
      changeBetween(measure, own.measure).light - meant(run, own.index) + meant(run, index);
    const light = beyondBoth(from(before), from(after));
    const lit = Math.min(
      ...[before, after].map(({ measure, index }) =>
        brighterShare(measure, own.measure, OUTLIER_STOPS + meant(run, own.index) - meant(run, index)),
      ),
    );
    if (lit > FLASHED_SHARE && light > -OUTLIER_STOPS)
      return {
        id: "bright-frame",
        says: `In frame ${own.index + 1} ${plain(100 * lit, 0)} % of the picture is brighter than in those beside it.`,
        does: "A flash or a lamp shone into it: leave it out when the frames are fused.",
      };
    if (light < -OUTLIER_STOPS)
      return {
        id: "dark-frame",
        says: `Frame ${own.index + 1} is ${plain(-light)} stops darker than those beside it.`,
        does: "Something stood before the lens, or the phone lost it: leave it out when the frames are fused.",
      };
    const apart = Math.min(movedPx(run, before, own), movedPx(run, own, after));
    if (apart > SHIFT_PX && movedPx(run, before, after) < SHIFT_PX)
      return {
        id: "bump",
        says: `Frame ${own.index + 1} lies ${plain(apart, 0)} pixels beside the others.`,
        does: "The phone was bumped: leave that frame out when the frames are fused.",
      };
  }
  return null;
}

function softness(run: WatchedRun): MaybeWarning {
  const { frames, plan } = run;
  // Frames of other shutters clip and blur elsewhere.
  if (plan.shutters.length > 1) return null;
  const sharpest = frames.reduce((best, frame) => (sharpnessAgainst(best.measure, frame.measure) > 1 ? frame : best));
  const soft = frames.filter(({ measure }) => sharpnessAgainst(sharpest.measure, measure) < SOFT_SHARE);
  if (soft.length === 0) return null;
  const [first] = soft;
  return soft.length / frames.length < HUNTING_SHARE
    ? {
        id: "soft-frame",
        says: `Frame ${first!.index + 1} is softer than the others.`,
        does: "Shaken or out of focus: leave it out when the frames are fused.",
      }
    : {
        id: "focus",
        says: `${soft.length} of ${counted(frames.length, "frame")} are softer than the sharpest.`,
        does: "The focus hunts: lock it, or set it by distance, and begin anew.",
      };
}

function gaps({ frames, plan, mostGapSeconds }: WatchedRun): MaybeWarning {
  const indices = new Set(frames.map(({ index }) => index));
  const last = frames.at(-1)!.index;
  const lost = Array.from({ length: last }, (_, index) => index).filter((index) => !indices.has(index));
  if (lost.length > 0)
    return {
      id: "lost",
      says: `${lost.length === 1 ? "Frame" : "Frames"} ${lost.map((index) => index + 1).join(", ")} did not come.`,
      does: "Moving light has a gap there; a mean or a median hardly shows it.",
    };
  const periods = frames.slice(1).flatMap(({ index, takenAtMs }, at) => {
    const before = frames[at]!;
    if (takenAtMs === null || before.takenAtMs === null || index !== before.index + 1) return [];
    return [{ index, seconds: (takenAtMs - before.takenAtMs) / 1000 }];
  });
  if (periods.length < FEW) return null;
  const period = median(periods.map(({ seconds }) => seconds));
  const planned = periodAfter(plan);
  const gap = period - shutterOf(plan, 0).deliveredSeconds;
  if (period > planned + LATE_SECONDS)
    return {
      id: "late",
      says: `The phone needs ${readableDuration(Number(period.toFixed(1)))} from start to start, not ${readableDuration(planned)}.`,
      does: "Fewer pixels or no raw copies make it faster; or ask for a longer interval.",
    };
  if (mostGapSeconds === null || gap <= mostGapSeconds) return null;
  return {
    id: "gap",
    says: `${readableDuration(Number(gap.toFixed(2)))} between two frames show as gaps; up to ${readableDuration(mostGapSeconds)} does not.`,
    does: "A shorter interval, or fill the gaps when the frames are fused.",
  };
}

/** Frames and seconds that are still to come. */
function ahead({ planned, frames }: WatchedRun): { readonly count: number; readonly seconds: number } {
  const last = frames.at(-1)?.index ?? -1;
  const next = planned[last + 1];
  const end = planned.at(-1)!;
  return next
    ? { count: planned.length - last - 1, seconds: end.closesSeconds - next.opensSeconds }
    : { count: 0, seconds: 0 };
}

function battery(run: WatchedRun): MaybeWarning {
  const { count, seconds } = ahead(run);
  if (!run.phone || count === 0) return null;
  const needs = COLD_FACTOR * batteryUsedPercent(count, seconds, run.plan.figures);
  const has = run.phone.batteryPercent - BATTERY_LEFT_PERCENT;
  if (has >= needs) return null;
  const lasts = Math.max(0, Math.floor((count * has) / needs));
  return {
    id: "battery",
    says: `The battery, at ${plain(run.phone.batteryPercent, 0)} %, lasts for about ${lasts} of the ${counted(count, "frame")} to come.`,
    does: "A power bank now; a darker screen; a warm pocket for the next run.",
  };
}

function storage(run: WatchedRun): MaybeWarning {
  const { count } = ahead(run);
  if (!run.phone || count === 0) return null;
  const usual = 1e6 * frameMegabytes(run.plan.files, run.plan.lens);
  const each = run.frames.length > 0 ? Math.max(...run.frames.map(({ bytes }) => bytes)) : usual;
  if (run.phone.freeBytes >= count * each) return null;
  return {
    id: "storage",
    says: `There is room for ${Math.floor(run.phone.freeBytes / each)} of the ${counted(count, "frame")} to come.`,
    does: "Free some room on the phone, or leave the raw copies out.",
  };
}

function dew({ air }: WatchedRun): MaybeWarning {
  if (!air || air.temperatureC - air.dewPointC > DEW_CELSIUS) return null;
  return {
    id: "dew",
    says: `Dew: the air has ${plain(air.temperatureC, 0)} °C, and its dew point is ${plain(air.dewPointC, 0)} °C.`,
    does: "Look at the glass every few minutes; a hand warmer on a band keeps it dry.",
  };
}

function twilight(run: WatchedRun): MaybeWarning {
  const { lightAhead, plan } = run;
  if (lightAhead === null || plan.recipe.rampStops !== null || Math.abs(lightAhead) < THIRD) return null;
  return {
    id: "twilight",
    says: `The light ${lightAhead < 0 ? "falls" : "rises"} by ${plain(Math.abs(lightAhead))} stops until the last frame.`,
    does: `For the last frames ${inRungs(run, -lightAhead).replace(/^./, (first) => first.toLowerCase())} A ramp in the line does it evenly.`,
  };
}

function settings({ frames, plan }: WatchedRun): MaybeWarning {
  const wrong = frames.find(({ index, shutterSeconds }) => {
    const { nominalSeconds } = shutterOf(plan, index);
    return shutterSeconds !== null && Math.abs(Math.log2(shutterSeconds / nominalSeconds)) > THIRD;
  });
  if (!wrong) return null;
  return {
    id: "settings",
    says: `The phone takes ${readableDuration(wrong.shutterSeconds!)}, the line says ${readableDuration(shutterOf(plan, wrong.index).nominalSeconds)}.`,
    does: "Turn its night mode off, and set the times by hand.",
  };
}

/** What will spoil a run if nobody does anything, the surest first; each with what to do. */
export function warningsOf(run: WatchedRun): RunWarning[] {
  const seen = run.frames.length === 0 ? [] : [settings(run), gaps(run)];
  const compared =
    run.frames.length < 2 * FEW
      ? []
      : [shift(run), sway(run), oneOff(run), softness(run), brightness(run), clipping(run), colour(run)];
  return [...seen, ...compared, battery(run), storage(run), twilight(run), dew(run)].filter(
    (warning) => warning !== null,
  );
}
