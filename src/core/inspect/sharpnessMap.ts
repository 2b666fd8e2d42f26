import type { LumaPicture } from "../picture";

/** Parts of a picture whose sharpness is told by itself. */
export const MAP_ACROSS = 12;
export const MAP_DOWN = 9;
/** Of large pictures only some rows and columns are read. */
const MOST_READ = 1e6;
/** Variance of the Laplacian of even noise, over the noise's: 4² and four times 1. */
const LAPLACIAN_OF_NOISE = 20;

/**
 * How much detail each part of a picture holds: the variance of its Laplacian over that of its noise, 1 where there is nothing
 * but noise. Row by row from the top.
 *
 * @param noise Standard deviation of the luma's noise, codes.
 * @see Pech-Pacheco et al. (2000), Diatom autofocusing in brightfield microscopy, for the variance of the Laplacian as a measure
 */
export function sharpnessMap({ width, height, luma }: LumaPicture, noise: number): number[] {
  const sums = new Float64Array(MAP_ACROSS * MAP_DOWN);
  const counts = new Uint32Array(MAP_ACROSS * MAP_DOWN);
  const step = Math.max(1, Math.floor(Math.sqrt((width * height) / MOST_READ)));
  for (let y = 1; y < height - 1; y += step) {
    const row = MAP_ACROSS * Math.floor((y * MAP_DOWN) / height);
    for (let x = 1; x < width - 1; x += step) {
      const at = y * width + x;
      const bend = 4 * luma[at]! - luma[at - 1]! - luma[at + 1]! - luma[at - width]! - luma[at + width]!;
      const part = row + Math.floor((x * MAP_ACROSS) / width);
      sums[part] = sums[part]! + bend * bend;
      counts[part] = counts[part]! + 1;
    }
  }
  const ofNoise = LAPLACIAN_OF_NOISE * Math.max(0.25, noise ** 2);
  return Array.from(sums, (sum, part) => sum / Math.max(1, counts[part]!) / ofNoise);
}
