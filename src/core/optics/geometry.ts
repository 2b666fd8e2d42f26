import { DEG_PER_RAD } from "../units";
import type { Lens } from "./lens";

/** Diagonal of the 35 mm frame, 36 by 24 mm. */
export const FULL_FRAME_DIAGONAL_MM = 43.27;

/** Width and height of the sensor's active area, millimetres. */
export function sensorSizeMm({ widthPx, heightPx, pitchUm }: Pick<Lens, "widthPx" | "heightPx" | "pitchUm">): {
  widthMm: number;
  heightMm: number;
} {
  return { widthMm: (widthPx * pitchUm) / 1000, heightMm: (heightPx * pitchUm) / 1000 };
}

/** Focal length that shows the same diagonal field on a 35 mm frame, millimetres. */
export function equivalentFocalMm(lens: Pick<Lens, "widthPx" | "heightPx" | "pitchUm" | "focalLengthMm">): number {
  const { widthMm, heightMm } = sensorSizeMm(lens);
  return (lens.focalLengthMm * FULL_FRAME_DIAGONAL_MM) / Math.hypot(widthMm, heightMm);
}

/** Angle seen across a sensor length through a rectilinear lens, degrees. */
export function fieldOfViewDeg(sensorMm: number, focalLengthMm: number): number {
  return 2 * Math.atan(sensorMm / 2 / focalLengthMm) * DEG_PER_RAD;
}

/** Width in metres that fits into the frame at a distance. */
export function coveredMetres(sensorMm: number, focalLengthMm: number, distanceM: number): number {
  return (distanceM * sensorMm) / focalLengthMm;
}
