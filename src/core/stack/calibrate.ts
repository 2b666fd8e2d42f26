import { repairPixels } from "./hotPixels";
import type { FusedSize } from "./method";
import type { Samples } from "./tables";

/** Takes a dark frame and hot pixels off of a frame that does not lie in a stack's own memory, in place. */
export function calibrate(samples: Samples, size: FusedSize, dark: Samples | null, hotPixels: Uint32Array): void {
  if (dark) for (let at = 0; at < dark.length; at++) samples[at] = Math.max(0, samples[at]! - dark[at]!);
  repairPixels(samples, size, hotPixels);
}
