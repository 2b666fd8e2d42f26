import { type FrameBand, STEP_SAMPLES, strideOf } from "./frameBand";
import type { StackKernels } from "./kernels";
import { middleOf } from "./median";

/** A byte as a 16-bit code. */
const PER_BYTE = 257;

/**
 * Median of each sample of a filled band as a 16-bit code; of an even number of frames the mean of the two middle values, in
 * linear light unless `encoded`, rounded half up once.
 *
 * @returns A view that holds until the next band.
 */
export function medianOfBand(kernels: StackKernels, band: FrameBand, samples: number, encoded: boolean): Uint16Array {
  const { memory, frames, depth, capacity } = band;
  const stride = strideOf(band);
  const count = Math.ceil(samples / STEP_SAMPLES) * STEP_SAMPLES;
  const select = (rank: number, target: number) => {
    const kernel = depth === 8 ? kernels.selectRank8 : kernels.selectRank16;
    kernel(target, 0, stride, frames, rank, count);
    return new Uint16Array(memory.buffer, target, samples);
  };
  const upperAt = frames * stride;
  const upper = select(frames >> 1, upperAt);
  if (frames % 2 === 1) {
    if (depth === 8) for (let i = 0; i < samples; i++) upper[i] = PER_BYTE * upper[i]!;
    return upper;
  }
  const lower = select((frames >> 1) - 1, upperAt + 2 * capacity);
  const middle = depth === 8 ? middleOfBytes(encoded) : (low: number, high: number) => middleOf(low, high, encoded);
  for (let i = 0; i < samples; i++) upper[i] = middle(lower[i]!, upper[i]!);
  return upper;
}

/** `middleOf` for two bytes; each pair is worked out once, for the same ones come millions of times. */
function middleOfBytes(encoded: boolean): (low: number, high: number) => number {
  const known = new Int32Array(1 << 16).fill(-1);
  return (low, high) => {
    const pair = (low << 8) | high;
    if (known[pair]! < 0) known[pair] = middleOf(PER_BYTE * low, PER_BYTE * high, encoded);
    return known[pair]!;
  };
}
