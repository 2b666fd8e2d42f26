import { DEG_PER_RAD } from "../units";

/** A mover that passes through the optical axis. */
export interface Mover {
  /** Along the axis at the moment of passing. */
  readonly distanceM: number;
  readonly speedMps: number;
  /** 0 moves straight across; towards 90 it moves away, towards -90 it comes. */
  readonly headingDegFromPerpendicular: number;
}

/** The part of the camera that matters for crossing. */
export interface FrameWidth {
  readonly focalLengthMm: number;
  readonly sensorWidthMm: number;
}

/**
 * Time from one edge of the frame to the other, seconds: the visible stretch of the path over the speed. A pinhole sees
 * |X/Z| up to half the sensor's width over the focal length.
 *
 * @returns `Infinity` when the path leaves the frame on one side only, or the mover stands still.
 */
export function crossingSeconds({ focalLengthMm, sensorWidthMm }: FrameWidth, mover: Mover): number {
  const { distanceM, speedMps, headingDegFromPerpendicular } = mover;
  const slope = sensorWidthMm / 2 / focalLengthMm;
  const cos = Math.cos(headingDegFromPerpendicular / DEG_PER_RAD);
  const sin = Math.sin(headingDegFromPerpendicular / DEG_PER_RAD);
  const ahead = cos - slope * sin;
  const behind = cos + slope * sin;
  if (ahead <= 0 || behind <= 0 || speedMps <= 0) return Number.POSITIVE_INFINITY;
  return (slope * distanceM * (1 / ahead + 1 / behind)) / speedMps;
}

/** Share of the frame that a mover crosses while the shutter is open, 0 to 1. */
export function coverage(shutterSeconds: number, crossSeconds: number): number {
  return Math.min(1, shutterSeconds / crossSeconds);
}

/** Speed of the mover's image at the axis, millimetres of sensor a second: f·v⊥/d. */
export function imageSpeedMmPerS(focalLengthMm: number, mover: Mover): number {
  const across = mover.speedMps * Math.cos(mover.headingDegFromPerpendicular / DEG_PER_RAD);
  return (focalLengthMm * across) / mover.distanceM;
}

/** Longest shutter that keeps a mover's blur under `pixels`, seconds. */
export function freezeSeconds(focalLengthMm: number, pitchUm: number, mover: Mover, pixels: number): number {
  return (pixels * pitchUm) / 1000 / imageSpeedMmPerS(focalLengthMm, mover);
}
