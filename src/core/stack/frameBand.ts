import type { SampleDepth } from "./tables";

/** A stretch of the samples of many frames, in memory that the kernels see, with room for what they find. */
export interface FrameBand {
  readonly memory: WebAssembly.Memory;
  readonly frames: number;
  readonly depth: SampleDepth;
  /** Most samples a band may hold; a multiple of the kernels' step. */
  readonly capacity: number;
  readonly room: BandRoom;
}

/** Byte offsets of what the kernels need and find beside the frames, which begin at 0. */
export interface BandRoom {
  /** 16-bit values of each sample: the lower and the upper one. */
  readonly lower: number;
  readonly upper: number;
  /** 64-bit sums and 16-bit counts of each sample. */
  readonly sums: number;
  readonly counts: number;
  /** 2^depth entries of 8 bytes. */
  readonly table: number;
  /** Of the final encoding; see `codeThresholds` and `codeGuesses`. */
  readonly thresholds: number;
  readonly guesses: number;
  /** A vector for each frame, in which they are sorted. */
  readonly scratch: number;
}

/** Samples that the kernels take at once. */
export const STEP_SAMPLES = 16;
/** A vector of the kernels. */
const VECTOR_BYTES = 16;
const WASM_PAGE_BYTES = 65_536;

/** Bytes from one frame's part of a band to the next one's. */
export const strideOf = ({ capacity, depth }: Pick<FrameBand, "capacity" | "depth">): number => (capacity * depth) / 8;

/** Makes room for a band of at most so many samples of each frame. */
export function createFrameBand(frames: number, samples: number, depth: SampleDepth): FrameBand {
  const capacity = Math.ceil(samples / STEP_SAMPLES) * STEP_SAMPLES;
  let end = frames * strideOf({ capacity, depth });
  const take = (bytes: number): number => {
    const begins = end;
    end += Math.ceil(bytes / STEP_SAMPLES) * STEP_SAMPLES;
    return begins;
  };
  const room: BandRoom = {
    lower: take(2 * capacity),
    upper: take(2 * capacity),
    sums: take(8 * capacity),
    counts: take(2 * capacity),
    table: take(8 * 2 ** depth),
    thresholds: take(8 * 65_537),
    guesses: take(2 * 65_536),
    scratch: take(VECTOR_BYTES * frames),
  };
  const pages = Math.ceil(end / WASM_PAGE_BYTES);
  const memory = new WebAssembly.Memory({ initial: pages, maximum: pages, shared: true });
  return { memory, frames, depth, capacity, room };
}

/** The bytes of a frame's part of a band, to be filled. */
export const bandBytes = (band: FrameBand, frame: number, samples: number): Uint8Array =>
  new Uint8Array(band.memory.buffer, frame * strideOf(band), (samples * band.depth) / 8);

/** Samples of a filled band in whole steps of the kernels. */
export const inSteps = (samples: number): number => Math.ceil(samples / STEP_SAMPLES) * STEP_SAMPLES;
