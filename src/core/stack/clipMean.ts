import { decodeSrgb, encodeSrgb } from "../picture/srgb";
import type { FusingSettings } from "./settings";

/** The middle value of the sorted ones from `low` to `high`, both included, not rounded. */
const middleOf = (sorted: Uint16Array, low: number, high: number): number =>
  (sorted[(low + high) >> 1]! + sorted[(low + high + 1) >> 1]!) / 2;

/** Sample standard deviation of the sorted values from `low` to `high`, both included. */
function deviationOf(sorted: Uint16Array, low: number, high: number): number {
  const n = high - low + 1;
  let [sum, square] = [0, 0];
  for (let at = low; at <= high; at++) {
    const over = sorted[at]! - sorted[low]!;
    sum += over;
    square += over * over;
  }
  return Math.sqrt(Math.max(0, square - (sum * sum) / n) / (n - 1));
}

/**
 * Mean of each sample over frames without what lies far from its middle, rounded half up once; see `clipMeanOfBand`.
 *
 * @param frames At least one, all of the length of `out`; 16-bit codes.
 * @throws RangeError when there is no frame.
 */
export function clipMeanInto(
  out: Uint16Array,
  frames: readonly Uint16Array[],
  { encoded, kappa, iterations }: Pick<FusingSettings, "encoded" | "kappa" | "iterations">,
): void {
  if (frames.length === 0) throw new RangeError("a mean needs at least one frame");
  const sorted = new Uint16Array(frames.length);
  for (let sample = 0; sample < out.length; sample++) {
    for (let frame = 0; frame < frames.length; frame++) sorted[frame] = frames[frame]![sample]!;
    sorted.sort();
    let [low, high] = [0, frames.length - 1];
    for (let pass = 0; pass < iterations && high > low; pass++) {
      const middle = middleOf(sorted, low, high);
      const reach = kappa * deviationOf(sorted, low, high);
      const [from, to] = [low, high];
      while (middle - sorted[low]! > reach) low++;
      while (sorted[high]! - middle > reach) high--;
      if (low === from && high === to) break;
    }
    let sum = 0;
    for (let at = low; at <= high; at++) sum += encoded ? sorted[at]! : decodeSrgb(sorted[at]! / 65_535);
    const mean = sum / (high - low + 1);
    out[sample] = Math.floor((encoded ? mean : 65_535 * encodeSrgb(mean)) + 0.5);
  }
}
