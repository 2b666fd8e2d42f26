// What stands upright in a picture of which the eye's level is known: whatever of the ground rises over that is higher than the camera, a
// wall most of all, and goes on below it down to its foot.

/** What rises less over the eye's level is far away: a hill, the houses behind the water; share of the picture's height. */
const LEAST_RISE = 0.04;
/**
 * A foot lies so far under the eye's level, as a part of what rises over it: that of a house of nine metres before a camera of a metre and a
 * half, whatever its distance.
 */
const FOOT_PART = 0.2;

/** The row of a line that is known in evenly spaced columns, in one column of a picture. */
export const rowAt = (line: readonly number[], width: number, height: number, x: number): number =>
  height * line[Math.round((x * (line.length - 1)) / Math.max(1, width - 1))]!;

/**
 * Which part of each pixel stands upright.
 *
 * @param sky Each pixel's part in the sky.
 * @param eyeLevel Rows at which things are as high as the camera, in evenly spaced columns, shares of the height.
 * @returns 1 for what stands, 0 for what lies, between them where a wall's foot may be.
 */
export function standingIn(width: number, sky: Float32Array, eyeLevel: readonly number[]): Float32Array {
  const height = sky.length / width;
  const out = new Float32Array(sky.length);
  for (let x = 0; x < width; x++) {
    const level = rowAt(eyeLevel, width, height, x);
    let top = 0;
    // The lowest sky over the eye's level: a roof may have sky beneath it, a wall has not.
    for (let y = 0; y < Math.min(height, level); y++) if (sky[y * width + x]! > 0.5) top = y + 1;
    const rise = level - top;
    if (rise < LEAST_RISE * height) continue;
    const foot = level + FOOT_PART * rise;
    for (let y = top; y < Math.min(height, Math.ceil(foot)); y++)
      out[y * width + x] = y < level ? 1 : 1 - (y - level) / Math.max(1, foot - level);
  }
  return out;
}
