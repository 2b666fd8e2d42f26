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
import { EMPTY_RECIPE, type Recipe, runCost, type StackMethod } from "../recipe";
import {
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

/** What a recipe will give, in numbers. */
export interface Prediction {
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

/** How long the shutter is open in all, as far as motion adds up in the fused picture, seconds. */
export function openSeconds({ kind, frames, shutterSeconds }: Candidate): number {
  return kind === "mean" || kind === "lighten" || kind === "sequence" ? frames * shutterSeconds : shutterSeconds;
}

/** What is darkest in a bracket, from which its highlights come; the frame itself for other kinds. */
function darkestFrame(candidate: Candidate): Exposure {
  if (candidate.kind !== "bracket") return candidate;
  const down = ((candidate.frames - 1) / 2) * BRACKET_STOPS;
  return { ...candidate, shutterSeconds: candidate.shutterSeconds * 2 ** -down };
}

/** What is brightest in a bracket, from which its shadows come. */
function brightestFrame(candidate: Candidate): Exposure {
  if (candidate.kind !== "bracket") return candidate;
  const up = ((candidate.frames - 1) / 2) * BRACKET_STOPS;
  return { ...candidate, shutterSeconds: candidate.shutterSeconds * 2 ** up };
}

/** What a candidate will give. */
export function predict(request: SolveRequest, candidate: Candidate): Prediction {
  const { camera, mover, water, crowd, declinationDeg } = request;
  const { kind, shutterSeconds, frames } = candidate;
  const averaged = kind === "mean" || kind === "median" ? frames : 1;
  const passing = kind === "mean" || kind === "lighten" ? frames * periodOf(request, shutterSeconds) : shutterSeconds;
  const open = kind === "mean" ? frames * shutterSeconds : shutterSeconds;
  const meter = meterStops(request, candidate);
  const darkest = darkestFrame(candidate);
  const cost = runCost(sequenceOf(request, candidate), camera);
  const { lens } = camera;
  const frame = { focalLengthMm: lens.focalLengthMm, sensorWidthMm: sensorSizeMm(lens).widthMm };
  return {
    meterStops: meter,
    headroomStops: METER_TO_CLIP_STOPS - meterStops(request, darkest),
    clippedShare: clippedShare(request, darkest),
    trailHeadroomStops: trailHeadroomStops(request, candidate),
    snrMidTone: surfaceSnr(request, candidate, 0, averaged),
    snrShadow: surfaceSnr(request, brightestFrame(candidate), -3, averaged),
    starTrailPx: starTrailPx(lens, declinationDeg, shutterSeconds),
    moverBlurPx: mover ? shutterSeconds / freezeSeconds(lens.focalLengthMm, lens.pitchUm, mover, 1) : null,
    coverage: mover ? coverage(passing, crossingSeconds(frame, mover)) : null,
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
