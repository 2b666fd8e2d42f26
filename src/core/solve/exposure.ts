import { exposureValue, luminanceFromEv } from "../light";
import { imageSpeedMmPerS } from "../motion";
import type { StackMethod } from "../recipe";
import {
  electronsPerLuminanceSecond,
  FOCAL_PLANE_FACTOR,
  fullWell,
  LENS_TRANSMISSION,
  noiseElectrons,
  SATURATION_CONSTANT,
} from "../sensor";
import type { SolveRequest } from "./request";

/** One way to expose: settings of each frame, a filter, and how many frames. */
export interface Exposure {
  readonly shutterSeconds: number;
  readonly iso: number;
  readonly filterStops: number;
}

/** Stops between the metered level and clipping: log2(78 / (0.65 · 12.5)). @see ISO 12232, ISO 2720 */
export const METER_TO_CLIP_STOPS = Math.log2(SATURATION_CONSTANT / (FOCAL_PLANE_FACTOR * 12.5));

/** How much brighter than metered the scene's surfaces come out, stops. */
export function meterStops({ camera, sceneEv }: SolveRequest, { shutterSeconds, iso, filterStops }: Exposure): number {
  return (
    sceneEv - exposureValue({ fNumber: camera.lens.fNumber, shutterSeconds, iso }) - filterStops - camera.lossStops
  );
}

/** Width of a lamp's trail on the sensor, pixels: the lens's own blur. */
const TRAIL_WIDTH_PX = 1.5;

/**
 * Exposure along a moving lamp's trail, lux·s: Φ/(v·w). It has no shutter time in it.
 *
 * @returns null without a lamp that moves.
 */
export function trailExposure({ camera, mover, lampIntensityCd }: SolveRequest, filterStops: number): number | null {
  if (mover === null || lampIntensityCd === null) return null;
  const { focalLengthMm, fNumber, pitchUm } = camera.lens;
  const pupilM2 = Math.PI * (focalLengthMm / 2000 / fNumber) ** 2;
  const lumens =
    (lampIntensityCd / mover.distanceM ** 2) * pupilM2 * LENS_TRANSMISSION * 2 ** -(filterStops + camera.lossStops);
  const speed = imageSpeedMmPerS(focalLengthMm, mover) / 1000;
  if (!(speed > 0)) return null;
  return lumens / (speed * TRAIL_WIDTH_PX * pitchUm * 1e-6);
}

/**
 * Shutter, seconds, from which a trail adds less than `contrast` of the light that the street behind it has gathered;
 * filters take from both alike. Null without a moving lamp.
 */
export function trailContrastSeconds(request: SolveRequest, contrast: number): number | null {
  const trail = trailExposure(request, 0);
  if (trail === null) return null;
  const { fNumber } = request.camera.lens;
  const glass = 2 ** -request.camera.lossStops;
  const streetPerSecond = (FOCAL_PLANE_FACTOR * luminanceFromEv(request.sceneEv) * glass) / fNumber ** 2;
  return trail / (contrast * streetPerSecond);
}

/** ISO from which the trail clips; null without a moving lamp. */
export function trailClipIso(request: SolveRequest, filterStops: number): number | null {
  const exposure = trailExposure(request, filterStops);
  return exposure === null ? null : SATURATION_CONSTANT / exposure;
}

/** Stops that a trail stays under clipping; negative where it is white. */
export function trailHeadroomStops(request: SolveRequest, { iso, filterStops }: Exposure): number | null {
  const clipIso = trailClipIso(request, filterStops);
  return clipIso === null ? null : Math.log2(clipIso / iso);
}

/** Frames whose plain mean would be as quiet as this stack; a median of many is as quiet as a mean of 2/π of them. */
export function averagedFrames(stack: StackMethod | null, frames: number): number {
  if (stack === "mean" || stack === "lighten over mean") return frames;
  return stack === "median" ? Math.max(1, (2 / Math.PI) * frames) : 1;
}

/** Signal-to-noise ratio of a surface `stops` above or below the metered one, for a mean of `frames`. */
export function surfaceSnr(request: SolveRequest, exposure: Exposure, stops: number, frames: number): number {
  const { lens, lossStops } = request.camera;
  const { shutterSeconds, iso, filterStops } = exposure;
  const light = luminanceFromEv(request.sceneEv + stops) * shutterSeconds;
  const electrons = Math.min(
    fullWell(lens, iso),
    light * electronsPerLuminanceSecond(lens, 2 ** -(filterStops + lossStops)),
  );
  const noise = noiseElectrons(lens, { electrons, shutterSeconds, iso, sensorCelsius: request.sensorCelsius });
  return (electrons / noise) * Math.sqrt(frames);
}

/** Share of a standard normal distribution above `z`. @see Abramowitz & Stegun (1964), 26.2.17, error under 7.5e-8 */
function normalTail(z: number): number {
  if (z < 0) return 1 - normalTail(-z);
  const t = 1 / (1 + 0.2316419 * z);
  const sum = t * (0.31938153 + t * (-0.356563782 + t * (1.781477937 + t * (-1.821255978 + t * 1.330274429))));
  return (Math.exp((-z * z) / 2) / Math.sqrt(2 * Math.PI)) * sum;
}

/**
 * Share of the picture's surfaces that clip: their brightness is taken to spread log-normally around the metered level,
 * with the brightest that should keep detail at two standard deviations.
 */
export function clippedShare(request: SolveRequest, exposure: Exposure): number {
  const headroom = METER_TO_CLIP_STOPS - meterStops(request, exposure);
  const spread = Math.max(0.25, request.highlightStops / 2);
  return normalTail(headroom / spread);
}

/** How much brighter than the metered surfaces the sky in the picture is, stops; null without a sky in it. */
export const skyOverStops = ({ skyEv, sceneEv }: Pick<SolveRequest, "skyEv" | "sceneEv">): number | null =>
  skyEv === null ? null : skyEv - sceneEv;
