import type { SampleDepth } from "./tables";

/** A stretch of the samples of many frames, in memory that the kernels see, with room for what they find. */
export interface FrameBand {
  readonly memory: WebAssembly.Memory;
  readonly frames: number;
  readonly depth: SampleDepth;
  /** Most samples a band may hold; a multiple of the kernels' step. */
  readonly capacity: number;
}

/** Samples that the kernels take at once. */
export const STEP_SAMPLES = 8;
const WASM_PAGE_BYTES = 65_536;

/** Bytes from one frame's part of a band to the next one's. */
export const strideOf = ({ capacity, depth }: Pick<FrameBand, "capacity" | "depth">): number => (capacity * depth) / 8;

/** Makes room for a band of at most so many samples of each frame. */
export function createFrameBand(frames: number, samples: number, depth: SampleDepth): FrameBand {
  const capacity = Math.ceil(samples / STEP_SAMPLES) * STEP_SAMPLES;
  const pages = Math.ceil((frames * strideOf({ capacity, depth }) + 4 * capacity) / WASM_PAGE_BYTES);
  const memory = new WebAssembly.Memory({ initial: pages, maximum: pages, shared: true });
  return { memory, frames, depth, capacity };
}

/** The bytes of a frame's part of a band, to be filled. */
export const bandBytes = (band: FrameBand, frame: number, samples: number): Uint8Array =>
  new Uint8Array(band.memory.buffer, frame * strideOf(band), (samples * band.depth) / 8);
