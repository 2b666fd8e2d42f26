import type { FusedSize } from "./method";
import type { Samples } from "./tables";

/**
 * A frame made small: each pixel the mean of the codes of a square of `every` by `every`, 8 bits a sample; null where nobody wants any.
 */
export function smallCopy(samples: Samples, { width, height }: FusedSize, every: number | null): Uint8Array | null {
  if (every === null) return null;
  const drop = samples instanceof Uint8Array ? 0 : 8;
  const [across, down] = [Math.ceil(width / every), Math.ceil(height / every)];
  const small = new Uint8Array(3 * across * down);
  const sums = new Uint32Array(3 * across);
  for (let row = 0; row < down; row++) {
    sums.fill(0);
    const rows = Math.min(every, height - row * every);
    for (let y = row * every; y < row * every + rows; y++)
      for (let x = 0, at = 3 * y * width; x < width; x++) {
        const to = 3 * Math.floor(x / every);
        sums[to]! += samples[at++]!;
        sums[to + 1]! += samples[at++]!;
        sums[to + 2]! += samples[at++]!;
      }
    for (let x = 0; x < across; x++) {
      const pixels = rows * Math.min(every, width - x * every);
      for (let channel = 0; channel < 3; channel++) {
        const mean = Math.round(sums[3 * x + channel]! / pixels);
        small[3 * (row * across + x) + channel] = mean >> drop;
      }
    }
  }
  return small;
}
