import type { StackKernels } from "./kernels";
import { middleOf } from "./median";
import type { SampleDepth } from "./tables";

/** A stretch of the samples of many frames, in memory that the kernels see, with room for what they find. */
export interface MedianBand {
  readonly memory: WebAssembly.Memory;
  readonly frames: number;
  readonly depth: SampleDepth;
  /** Most samples a band may hold; a multiple of the kernels' step. */
  readonly capacity: number;
}

const STEP_SAMPLES = 8;
const WASM_PAGE_BYTES = 65_536;
/** A byte as a 16-bit code. */
const PER_BYTE = 257;

const strideOf = ({ capacity, depth }: Pick<MedianBand, "capacity" | "depth">): number => (capacity * depth) / 8;

/** Makes room for a band of at most so many samples of each frame. */
export function createMedianBand(frames: number, samples: number, depth: SampleDepth): MedianBand {
  const capacity = Math.ceil(samples / STEP_SAMPLES) * STEP_SAMPLES;
  const pages = Math.ceil((frames * strideOf({ capacity, depth }) + 4 * capacity) / WASM_PAGE_BYTES);
  const memory = new WebAssembly.Memory({ initial: pages, maximum: pages, shared: true });
  return { memory, frames, depth, capacity };
}

/** The bytes of a frame's part of a band, to be filled. */
export const bandBytes = (band: MedianBand, frame: number, samples: number): Uint8Array =>
  new Uint8Array(band.memory.buffer, frame * strideOf(band), (samples * band.depth) / 8);

/**
 * Median of each sample of a filled band as a 16-bit code; of an even number of frames the mean of the two middle values, in
 * linear light unless `encoded`, rounded half up once.
 *
 * @returns A view that holds until the next band.
 */
export function medianOfBand(kernels: StackKernels, band: MedianBand, samples: number, encoded: boolean): Uint16Array {
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
