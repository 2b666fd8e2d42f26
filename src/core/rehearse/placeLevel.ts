/**
 * Level of what stands in a picture, without its sky: the mean of lightness, which goes with the cube root of light, so that
 * neither a lamp nor a black corner decides.
 *
 * @param light Of each pixel, in any unit that adds up.
 * @param depth Of each pixel; infinite where the sky is.
 * @param counts Of each pixel; 0 where it is left out. Null where all count.
 * @returns NaN where there is nothing but sky.
 * @see CIE 15:2004, 8.2.1, for the cube root.
 */
export function placeLevel(
  light: (pixel: number) => number,
  depth: Float32Array,
  counts: Uint8Array | null = null,
): number {
  let sum = 0;
  let count = 0;
  for (let pixel = 0; pixel < depth.length; pixel++) {
    if (!Number.isFinite(depth[pixel]!) || counts?.[pixel] === 0) continue;
    sum += Math.cbrt(light(pixel));
    count++;
  }
  return (sum / count) ** 3;
}
