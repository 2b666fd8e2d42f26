import {
  coverage,
  crossingSeconds,
  ghostOpacity,
  medianCleanProbability,
  starTrailPx,
  WATERS,
  waterContrast,
} from "../motion";
import { sensorSizeMm } from "../optics";
import { EMPTY_RECIPE, type Recipe, runCost, type StackMethod } from "../recipe";
import { type Exposure, METER_TO_CLIP_STOPS, meterStops, surfaceSnr, trailHeadroomStops } from "./exposure";
import type { SolveRequest } from "./request";

/** Kinds of recipes that the solver knows. */
export type RecipeKind = "single" | "filter" | "mean" | "lighten" | "median" | "sequence" | "burst";

/** What a recipe will give, in numbers. */
export interface Prediction {
  /** Metered surfaces over (+) or under (-) the meter's level, stops. */
  readonly meterStops: number;
  /** How far those surfaces stay under clipping, stops. */
  readonly headroomStops: number;
  /** How far a moving lamp's trail stays under clipping; null without one. */
  readonly trailHeadroomStops: number | null;
  readonly snrMidTone: number;
  /** Three stops under the metered level. */
  readonly snrShadow: number;
  /** Trailing of a star in one frame, pixels. */
  readonly starTrailPx: number;
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

const PRESS_DELAY_SECONDS = 2;

/** A recipe in the making. */
export interface Candidate extends Exposure {
  readonly kind: RecipeKind;
  readonly frames: number;
  readonly stack: StackMethod | null;
}

/** Start to start of a sequence on this phone. */
export const periodOf = (request: SolveRequest, shutterSeconds: number): number =>
  shutterSeconds + request.camera.writeSeconds;

/** What a candidate will give. */
export function predict(request: SolveRequest, candidate: Candidate): Prediction {
  const { camera, mover, water, crowd, declinationDeg } = request;
  const { kind, shutterSeconds, frames } = candidate;
  const averaged = kind === "mean" || kind === "median" ? frames : 1;
  const open = kind === "mean" || kind === "lighten" ? frames * periodOf(request, shutterSeconds) : shutterSeconds;
  const meter = meterStops(request, candidate);
  const cost = runCost(sequenceOf(request, candidate), camera);
  const frame = { focalLengthMm: camera.lens.focalLengthMm, sensorWidthMm: sensorSizeMm(camera.lens).widthMm };
  return {
    meterStops: meter,
    headroomStops: METER_TO_CLIP_STOPS - meter,
    trailHeadroomStops: trailHeadroomStops(request, candidate),
    snrMidTone: surfaceSnr(request, candidate, 0, averaged),
    snrShadow: surfaceSnr(request, candidate, -3, averaged),
    starTrailPx: starTrailPx(camera.lens, declinationDeg, shutterSeconds),
    coverage: mover ? coverage(open, crossingSeconds(frame, mover)) : null,
    contrastLeft: water
      ? waterContrast(WATERS[water].tauSeconds, kind === "mean" ? frames * shutterSeconds : shutterSeconds)
      : null,
    ghostOpacity:
      crowd && kind !== "median"
        ? ghostOpacity(crowd.dwellSeconds, kind === "mean" ? frames * shutterSeconds : shutterSeconds)
        : null,
    cleanProbability: crowd && kind === "median" ? medianCleanProbability(frames, crowd.occupancy) : null,
    totalSeconds: cost.seconds,
    frames,
    megabytes: cost.megabytes,
    batteryPercent: cost.batteryPercent,
  };
}

/** As much of a recipe as its cost depends on. */
export function sequenceOf(request: SolveRequest, { kind, frames, shutterSeconds }: Candidate): Recipe {
  const { support, crowd } = request;
  // The frames of a median must not see the same people: they are at least a dwell apart.
  const apart = kind === "median" && crowd ? Math.max(crowd.dwellSeconds, periodOf(request, shutterSeconds)) : null;
  const sequence = { frames, shutterSeconds, periodSeconds: apart };
  return { ...EMPTY_RECIPE, sequence, delaySeconds: support === "hand" ? null : PRESS_DELAY_SECONDS, files: "jpeg" };
}
