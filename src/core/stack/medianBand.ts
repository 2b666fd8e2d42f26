import { type FrameBand, inSteps, strideOf } from "./frameBand";
import type { StackKernels } from "./kernels";
import { middleOf } from "./median";
import type { FusingSettings } from "./settings";

/** A byte as a 16-bit code. */
const PER_BYTE = 257;

/**
 * Median of each sample of a filled band as a 16-bit code; of an even number of frames the mean of the two middle values, in
 * linear light unless `encoded`, rounded half up once.
 *
 * @returns A view that holds until the next band.
 */
export function medianOfBand(
  kernels: StackKernels,
  band: FrameBand,
  samples: number,
  { encoded }: FusingSettings,
): Uint16Array {
  const { memory, frames, depth, room } = band;
  const middles = depth === 8 ? kernels.middles8 : kernels.middles16;
  middles(room.lower, room.upper, 0, strideOf(band), frames, room.scratch, inSteps(samples));
  const upper = new Uint16Array(memory.buffer, room.upper, samples);
  if (frames % 2 === 1) {
    if (depth === 8) for (let i = 0; i < samples; i++) upper[i] = PER_BYTE * upper[i]!;
    return upper;
  }
  const lower = new Uint16Array(memory.buffer, room.lower, samples);
  const middle = depth === 8 ? middleOfBytes(encoded) : (low: number, high: number) => middleOf(low, high, encoded);
  for (let i = 0; i < samples; i++) upper[i] = middle(lower[i]!, upper[i]!);
  return upper;
}

/** `middleOf` for two bytes; each pair is worked out once, for the same ones come millions of times. */
function middleOfBytes(encoded: boolean): (low: number, high: number) => number {
  knownMiddles[encoded ? "encoded" : "linear"] ??= new Int32Array(1 << 16).fill(-1);
  const known = knownMiddles[encoded ? "encoded" : "linear"]!;
  return (low, high) => {
    const pair = (low << 8) | high;
    if (known[pair]! < 0) known[pair] = middleOf(PER_BYTE * low, PER_BYTE * high, encoded);
    return known[pair]!;
  };
}
const knownMiddles: { encoded?: Int32Array; linear?: Int32Array } = {};
