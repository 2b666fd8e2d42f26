import { type CameraPose, pictureProjection } from "../optics";
import { type HorizonPoint, horizonAltitude } from "../sky";
import type { PictureSize } from "./placement";

/** Degrees between the directions at which a skyline is looked up. */
const STEP_DEG = 0.25;
const HALF_CIRCLE_DEG = 89;

/**
 * Where a site's skyline lies in a picture: its row in each of so many evenly spaced columns, from the left edge to the right one.
 *
 * @param focalPx Focal length in pixels of the picture.
 * @returns Rows from 0 to the picture's height.
 */
export function skylineRows(
  horizon: readonly HorizonPoint[],
  pose: CameraPose,
  { width, height }: PictureSize,
  focalPx: number,
  columns: number,
): number[] {
  const project = pictureProjection(pose);
  const rows = Array<number>(columns).fill(height);
  let before: { x: number; y: number } | null = null;
  for (let away = -HALF_CIRCLE_DEG; away <= HALF_CIRCLE_DEG; away += STEP_DEG) {
    const azimuthDeg = pose.azimuthDeg + away;
    const seen = project(Math.max(0, horizonAltitude(horizon, azimuthDeg)), azimuthDeg);
    const spot = seen && { x: width / 2 + seen.right * focalPx, y: height / 2 - seen.up * focalPx };
    if (before && spot && spot.x > before.x) {
      const column = (x: number) => (x / width) * (columns - 1);
      const last = Math.min(columns - 1, Math.floor(column(spot.x)));
      for (let at = Math.max(0, Math.ceil(column(before.x))); at <= last; at++) {
        const along = ((at / (columns - 1)) * width - before.x) / (spot.x - before.x);
        rows[at] = Math.max(0, Math.min(height, before.y + along * (spot.y - before.y)));
      }
    }
    before = spot;
  }
  return rows;
}
