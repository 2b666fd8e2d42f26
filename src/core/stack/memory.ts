import type { SampleDepth } from "./tables";

/** What a stack keeps per sample while frames pass: the brightest so far, or a 64-bit sum. */
export type Accumulator = "brightest" | "sum";

/** Byte offsets of everything a stack holds in its shared memory. */
export interface MemoryMap {
  /** Table from code to summand. */
  readonly table: number;
  /** Thresholds and guesses of the final encoding. */
  readonly thresholds: number;
  readonly guesses: number;
  readonly accumulator: number;
  readonly accumulatorBytes: number;
  /** One frame buffer for each thread; the first serves as output buffer at the end. */
  readonly frames: readonly number[];
  readonly frameBytes: number;
  /** Samples (pixel by channel) rounded up to a whole number of SIMD steps; the padding stays 0. */
  readonly paddedSamples: number;
  readonly totalBytes: number;
}

const ALIGNMENT = 64;
const align = (bytes: number): number => Math.ceil(bytes / ALIGNMENT) * ALIGNMENT;
/** Room for 64 samples of 16-bit output, so that even the smallest stack's result is read in whole steps. */
const LEAST_FRAME_BYTES = 2 * ALIGNMENT;
const WASM_PAGE_BYTES = 65_536;

/** The most one 32-bit WebAssembly memory can hold. */
export const MOST_MEMORY_BYTES = WASM_PAGE_BYTES * 65_536;

/**
 * Lays out a stack's memory. The accumulator takes 8 bytes a sample for sums, 1 or 2 for the brightest, however many
 * frames follow.
 */
export function layOutMemory(request: {
  readonly sampleCount: number;
  readonly depth: SampleDepth;
  readonly accumulator: Accumulator;
  readonly threads: number;
}): MemoryMap {
  const paddedSamples = align(request.sampleCount);
  const bytesPerSample = request.depth / 8;
  const frameBytes = Math.max(LEAST_FRAME_BYTES, align(paddedSamples * bytesPerSample));
  const accumulatorBytes = align(paddedSamples * (request.accumulator === "sum" ? 8 : bytesPerSample));
  const table = 0;
  const thresholds = align(table + 8 * 2 ** request.depth);
  const guesses = align(thresholds + 8 * 65_537);
  const accumulator = align(guesses + 2 * 65_536);
  const firstFrame = accumulator + accumulatorBytes;
  const frames = Array.from({ length: request.threads }, (_, thread) => firstFrame + thread * frameBytes);
  const end = firstFrame + request.threads * frameBytes;
  const totalBytes = Math.ceil(end / WASM_PAGE_BYTES) * WASM_PAGE_BYTES;
  return { table, thresholds, guesses, accumulator, accumulatorBytes, frames, frameBytes, paddedSamples, totalBytes };
}

/** Makes the shared memory for a map. */
export function createStackMemory({ totalBytes }: MemoryMap): WebAssembly.Memory {
  const pages = totalBytes / WASM_PAGE_BYTES;
  return new WebAssembly.Memory({ initial: pages, maximum: pages, shared: true });
}
