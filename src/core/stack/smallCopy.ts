import type { FusedSize } from "./method";
import type { Samples } from "./tables";

/** Every so many pixels and rows of a frame, 8 bits a sample; null where nobody wants any. */
export function smallCopy(samples: Samples, { width, height }: FusedSize, every: number | null): Uint8Array | null {
  if (every === null) return null;
  const drop = samples instanceof Uint8Array ? 0 : 8;
  const [across, down] = [Math.ceil(width / every), Math.ceil(height / every)];
  const small = new Uint8Array(3 * across * down);
  for (let y = 0, to = 0; y < down; y++)
    for (let x = 0; x < across; x++) {
      const from = 3 * every * (y * width + x);
      for (let channel = 0; channel < 3; channel++) small[to++] = samples[from + channel]! >> drop;
    }
  return small;
}
