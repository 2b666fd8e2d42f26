import {
  coverage,
  crossingSeconds,
  freezeSeconds,
  ghostOpacity,
  medianCleanProbability,
  offeredDelaySeconds,
  settleDelaySeconds,
  starTrailPx,
  WATERS,
  waterContrast,
} from "../motion";
import { sensorSizeMm } from "../optics";
import {
  EMPTY_RECIPE,
  effectivePeriodSeconds,
  type PhonePace,
  type Recipe,
  runCost,
  type StackMethod,
} from "../recipe";
import { bracketReach } from "./bracket";
import { addsMotion, averagesLight } from "./edges/edge";
import {
  averagedFrames,
  clippedShare,
  type Exposure,
  METER_TO_CLIP_STOPS,
  meterStops,
  surfaceSnr,
  trailHeadroomStops,
} from "./exposure";
import type { SolveRequest } from "./request";

/** Kinds of recipes that the solver knows. */
export type RecipeKind = "single" | "filter" | "mean" | "lighten" | "median" | "bracket" | "sequence" | "burst";

/** What one frame gives by itself, however many there are. */
export interface FrameOutlook {
  /** Metered surfaces over (+) or under (-) the meter's level, stops. */
  readonly meterStops: number;
  /** How far those surfaces stay under clipping, stops. */
  readonly headroomStops: number;
  /** Share of the picture's surfaces that clip, 0 to 1. */
  readonly clippedShare: number;
  /** How far a moving lamp's trail stays under clipping; null without one. */
  readonly trailHeadroomStops: number | null;
  readonly snrMidTone: number;
  /** Three stops under the metered level. */
  readonly snrShadow: number;
  /** Trailing of a star in one frame, pixels. */
  readonly starTrailPx: number;
  /** Blur of the mover in one frame, pixels; null without one. */
  readonly moverBlurPx: number | null;
}

/** What a recipe will give, in numbers: brightness and motion of its frames, and what they come to when fused. */
export interface Prediction extends FrameOutlook {
  /** Share of the frame that the mover crosses in the whole run; null without one. */
  readonly coverage: number | null;
  readonly contrastLeft: number | null;
  readonly ghostOpacity: number | null;
  readonly cleanProbability: number | null;
  readonly totalSeconds: number;
  readonly frames: number;
  readonly megabytes: number;
  readonly batteryPercent: number;
}

/** A recipe in the making. */
export interface Candidate extends Exposure {
  readonly kind: RecipeKind;
  readonly frames: number;
  readonly stack: StackMethod | null;
}

/** Stops between the frames of a bracket. */
export const BRACKET_STOPS = 2;

/** Start to start of a sequence on this phone. */
export const periodOf = (request: SolveRequest, shutterSeconds: number): number =>
  shutterSeconds + request.camera.writeSeconds;

/** A rung is no exact fraction: what misses a whole number of frames by this much is that number. */
const ROUNDING = 1e-6;

/** How many frames of a shutter time are open for so long together. */
export const framesLasting = (seconds: number, shutterSeconds: number): number =>
  Math.ceil(seconds / shutterSeconds - ROUNDING);

/** Start to start of a run's frames on this phone, seconds; 0 without any. */
const periodOfRun = ({ sequence }: Recipe, pace: PhonePace): number =>
  sequence ? effectivePeriodSeconds(sequence, pace) : 0;

/** How long the shutter is open in all, as far as motion adds up in the fused picture, seconds. */
export function openSeconds({ kind, frames, shutterSeconds }: Candidate): number {
  return kind === "mean" || kind === "lighten" || kind === "sequence" ? frames * shutterSeconds : shutterSeconds;
}

/** What one frame of these settings gives. */
export function frameOutlook(request: SolveRequest, exposure: Exposure): FrameOutlook {
  const { camera, mover, declinationDeg } = request;
  const { lens } = camera;
  const { shutterSeconds } = exposure;
  const meter = meterStops(request, exposure);
  return {
    meterStops: meter,
    headroomStops: METER_TO_CLIP_STOPS - meter,
    clippedShare: clippedShare(request, exposure),
    trailHeadroomStops: trailHeadroomStops(request, exposure),
    snrMidTone: surfaceSnr(request, exposure, 0, 1),
    snrShadow: surfaceSnr(request, exposure, -3, 1),
    starTrailPx: starTrailPx(lens, declinationDeg, shutterSeconds),
    moverBlurPx: mover ? shutterSeconds / freezeSeconds(lens.focalLengthMm, lens.pitchUm, mover, 1) : null,
  };
}

/** A bracket's highlights come from its shortest frame, its shadows from its longest. */
function bracketOutlook(
  request: SolveRequest,
  middle: FrameOutlook,
  candidate: Candidate,
  stops: number,
): FrameOutlook {
  const reach = 2 ** bracketReach(candidate.frames, stops);
  const darkest = frameOutlook(request, { ...candidate, shutterSeconds: candidate.shutterSeconds / reach });
  const brightest = frameOutlook(request, { ...candidate, shutterSeconds: candidate.shutterSeconds * reach });
  const { headroomStops, clippedShare: clipped } = darkest;
  return { ...middle, headroomStops, clippedShare: clipped, snrShadow: brightest.snrShadow };
}

/**
 * What a candidate will give.
 *
 * @param run Its line; without one it is run as the phone would.
 * @param frame What one of its frames gives, where that is known already.
 */
export function predict(
  request: SolveRequest,
  candidate: Candidate,
  run: Recipe = sequenceOf(request, candidate),
  frame: FrameOutlook = frameOutlook(request, candidate),
): Prediction {
  const { camera, mover, water, crowd } = request;
  const { kind, shutterSeconds, frames, stack } = candidate;
  const passing = addsMotion(candidate) ? shutterSeconds + (frames - 1) * periodOfRun(run, camera) : shutterSeconds;
  const open = averagesLight(candidate) ? frames * shutterSeconds : shutterSeconds;
  const quieter = Math.sqrt(averagedFrames(stack, frames));
  const cost = runCost(run, camera);
  const { focalLengthMm } = camera.lens;
  const outlook = run.bracketStops === null ? frame : bracketOutlook(request, frame, candidate, run.bracketStops);
  return {
    // Named one by one: a solve makes thousands of these, and copying objects whole takes most of its time.
    meterStops: outlook.meterStops,
    headroomStops: outlook.headroomStops,
    clippedShare: outlook.clippedShare,
    trailHeadroomStops: outlook.trailHeadroomStops,
    starTrailPx: outlook.starTrailPx,
    moverBlurPx: outlook.moverBlurPx,
    snrMidTone: outlook.snrMidTone * quieter,
    snrShadow: outlook.snrShadow * quieter,
    coverage: mover
      ? coverage(passing, crossingSeconds({ focalLengthMm, sensorWidthMm: sensorSizeMm(camera.lens).widthMm }, mover))
      : null,
    contrastLeft: water ? waterContrast(WATERS[water].tauSeconds, open) : null,
    ghostOpacity: crowd && kind !== "median" ? ghostOpacity(crowd.dwellSeconds, open) : null,
    cleanProbability: crowd && kind === "median" ? medianCleanProbability(frames, crowd.occupancy) : null,
    totalSeconds: cost.seconds,
    frames,
    megabytes: cost.megabytes,
    batteryPercent: cost.batteryPercent,
  };
}

/** The delay that lets a press die away: from what the phone offers, or its longest where none is long enough. */
export function delayFor({ camera, support, ownSupport }: SolveRequest): number | null {
  if (support === "hand" || support === "braced") return null;
  const offered = offeredDelaySeconds(camera.delaysSeconds, settleDelaySeconds(support, ownSupport));
  const delay = offered ?? Math.max(0, ...camera.delaysSeconds);
  return delay > 0 ? delay : null;
}

/** As much of a recipe as its cost depends on. */
export function sequenceOf(request: SolveRequest, { kind, frames, shutterSeconds, stack }: Candidate): Recipe {
  const { crowd, schools } = request;
  // The frames of a median must not see the same people: they are at least a dwell apart.
  const apart = kind === "median" && crowd ? Math.max(crowd.dwellSeconds, periodOf(request, shutterSeconds)) : null;
  return {
    ...EMPTY_RECIPE,
    sequence: { frames, shutterSeconds, periodSeconds: apart },
    bracketStops: kind === "bracket" ? BRACKET_STOPS : null,
    delaySeconds: delayFor(request),
    files: schools.files,
    stack,
  };
}
