import { decodeSrgb, encodeSrgb } from "../picture/srgb";

/** Moves the k-th smallest of the first `count` values to place k, smaller ones before it, in place. @see Hoare, CACM 4 (1961), algorithm 65 */
function selectInPlace(values: Uint16Array, count: number, k: number): number {
  let low = 0;
  let high = count - 1;
  while (low < high) {
    const pivot = values[(low + high) >> 1]!;
    let i = low;
    let j = high;
    while (i <= j) {
      while (values[i]! < pivot) i++;
      while (values[j]! > pivot) j--;
      if (i <= j) {
        const swapped = values[i]!;
        values[i] = values[j]!;
        values[j] = swapped;
        i++;
        j--;
      }
    }
    if (k <= j) high = j;
    else if (k >= i) low = i;
    else break;
  }
  return values[k]!;
}

/** Mean of two 16-bit codes, in linear light unless `encoded`, rounded half up. */
export function middleOf(low: number, high: number, encoded: boolean): number {
  if (low === high) return high;
  if (encoded) return (low + high + 1) >> 1;
  return Math.floor(65_535 * encodeSrgb((decodeSrgb(low / 65_535) + decodeSrgb(high / 65_535)) / 2) + 0.5);
}

/**
 * Median of each sample over frames, rounded half up once. Of an even number of frames it is the mean of the two middle
 * values, in linear light unless `encoded`.
 *
 * @param frames At least one, all of the length of `out`; 16-bit codes.
 * @throws RangeError when a length differs or there is no frame.
 */
export function medianInto(out: Uint16Array, frames: readonly Uint16Array[], encoded: boolean): void {
  const count = frames.length;
  if (count === 0) throw new RangeError("a median needs at least one frame");
  for (const frame of frames) {
    if (frame.length !== out.length) throw new RangeError(`frame has ${frame.length} samples, not ${out.length}`);
  }
  const values = new Uint16Array(count);
  const upper = count >> 1;
  const even = count % 2 === 0;
  for (let sample = 0; sample < out.length; sample++) {
    for (let frame = 0; frame < count; frame++) values[frame] = frames[frame]![sample]!;
    const middle = selectInPlace(values, count, upper);
    if (!even) {
      out[sample] = middle;
      continue;
    }
    // After the selection everything before the upper middle is at most it: the lower middle is the largest of those.
    let lower = 0;
    for (let i = 0; i < upper; i++) if (values[i]! > lower) lower = values[i]!;
    out[sample] = middleOf(lower, middle, encoded);
  }
}
