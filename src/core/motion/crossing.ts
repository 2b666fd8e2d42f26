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

/** A stretch of a mover's path in metres along it, counted from where it passes the axis. */
export interface PathSpan {
  readonly fromM: number;
  readonly toM: number;
}

/**
 * The stretch of a path that is in the frame, from the left edge to the right one. A pinhole sees |X/Z| up to half the
 * sensor's width over the focal length.
 *
 * @returns Infinite at the side on which the path does not leave the frame.
 */
export function seenStretch({ focalLengthMm, sensorWidthMm }: FrameWidth, mover: Mover): PathSpan {
  const slope = sensorWidthMm / 2 / focalLengthMm;
  const cos = Math.cos(mover.headingDegFromPerpendicular / DEG_PER_RAD);
  const sin = Math.sin(mover.headingDegFromPerpendicular / DEG_PER_RAD);
  const reach = slope * mover.distanceM;
  const leaves = (opening: number) => (opening > 0 ? reach / opening : Number.POSITIVE_INFINITY);
  return { fromM: -leaves(cos + slope * sin), toM: leaves(cos - slope * sin) };
}

/**
 * Time from one edge of the frame to the other, seconds: the visible stretch of the path over the speed.
 *
 * @returns `Infinity` when the path leaves the frame on one side only, or the mover stands still.
 */
export function crossingSeconds(frame: FrameWidth, mover: Mover): number {
  const { fromM, toM } = seenStretch(frame, mover);
  return mover.speedMps > 0 ? (toM - fromM) / mover.speedMps : Number.POSITIVE_INFINITY;
}

/**
 * Direction of a point of the path as the camera sees it, degrees: to the right of the axis, and above the camera.
 *
 * @param alongM Metres along the path from where it passes the axis.
 * @param aboveM Metres over the camera; negative under it.
 */
export function pathDirection(
  { distanceM, headingDegFromPerpendicular }: Mover,
  alongM: number,
  aboveM: number,
): { readonly awayDeg: number; readonly altitudeDeg: number } {
  const heading = headingDegFromPerpendicular / DEG_PER_RAD;
  const right = alongM * Math.cos(heading);
  const ahead = distanceM + alongM * Math.sin(heading);
  return {
    awayDeg: Math.atan2(right, ahead) * DEG_PER_RAD,
    altitudeDeg: Math.atan2(aboveM, Math.hypot(right, ahead)) * DEG_PER_RAD,
  };
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
