// What stands upright in a picture of which the eye's level is known: whatever of the ground rises over that is higher than the camera, a
// wall most of all, and goes on below it down to its foot.

/** What rises less over the eye's level is far away: a hill, the houses behind the water; share of the picture's height. */
const LEAST_RISE = 0.04;
/**
 * A foot lies so far under the eye's level, as a part of what rises over it: that of a house of eleven metres before a camera of a metre and a
 * half, whatever its distance.
 */
const FOOT_PART = 0.15;
/** Outlines have a point in every so many-th column. */
const COLUMN_STEP = 2;

/** The row of a line that is known in evenly spaced columns, in one column of a picture. */
export const rowAt = (line: readonly number[], width: number, height: number, x: number): number =>
  height * line[Math.round((x * (line.length - 1)) / Math.max(1, width - 1))]!;

/** Points around a place, shares of width and height. */
export type Outline = readonly (readonly [number, number])[];

/**
 * Outlines of what stands upright, from the left to the right.
 *
 * @param sky Each pixel's part in the sky.
 * @param eyeLevel Rows at which things are as high as the camera, in evenly spaced columns, shares of the height.
 */
export function standingOutlines(width: number, sky: Float32Array, eyeLevel: readonly number[]): Outline[] {
  const height = sky.length / width;
  /** Where it begins in a column and ends, shares of the height; null where nothing stands. */
  const standing = (x: number) => {
    const level = rowAt(eyeLevel, width, height, x);
    // The lowest sky over the eye's level: under a roof there may be more of it, under a wall there is none.
    let top = 0;
    for (let y = 0; y < Math.min(height, level); y++) if (sky[y * width + x]! > 0.5) top = y + 1;
    const rise = level - top;
    if (rise < LEAST_RISE * height) return null;
    return { top: top / height, foot: Math.min(1, (level + FOOT_PART * rise) / height) };
  };
  const outlines: Outline[] = [];
  let run: { readonly x: number; readonly top: number; readonly foot: number }[] = [];
  const close = () => {
    if (run.length > 1)
      outlines.push([
        ...run.map(({ x, top }) => [x, top] as const),
        ...run.toReversed().map(({ x, foot }) => [x, foot] as const),
      ]);
    run = [];
  };
  for (let x = 0; x < width; x += COLUMN_STEP) {
    const at = standing(x);
    if (at) run.push({ x: x === 0 ? 0 : x >= width - COLUMN_STEP ? 1 : (x + 0.5) / width, ...at });
    else close();
  }
  close();
  return outlines;
}
