import { ACCUMULATORS, type AccumulatorId } from "./accumulators";
import { LANCZOS_ENTRIES } from "./lanczos";
import type { SampleDepth } from "./tables";

/** Byte offsets of everything a stack holds in its shared memory. */
export interface MemoryMap {
  /** For each thread and each of what is kept a table from codes to what they add. */
  readonly tables: readonly (readonly number[])[];
  /** Dark frame that is taken off of every frame; as long as a frame, 0 where there is none. */
  readonly dark: number;
  /** What moving frames takes; all 0 where none is moved. */
  readonly moving: MovingMap;
  /** Thresholds and guesses of the final encoding. */
  readonly thresholds: number;
  readonly guesses: number;
  /** Where each of what is kept begins, in the order of the plan's. */
  readonly kept: readonly number[];
  /** Where all of it begins, one after the other, and its length. */
  readonly accumulator: number;
  readonly accumulatorBytes: number;
  /** One frame buffer for each thread; it serves as output buffer at the end. */
  readonly frames: readonly number[];
  readonly frameBytes: number;
  /** Samples (pixel by channel) rounded up to a whole number of SIMD steps; the padding stays 0. */
  readonly paddedSamples: number;
  readonly totalBytes: number;
}

/** Byte offsets of what moving frames takes. */
export interface MovingMap {
  /** For each thread the frame as it was decoded, and the grid that says where its pixels lie. */
  readonly sources: readonly number[];
  readonly grids: readonly number[];
  readonly weights: number;
  /** For each thread what its kernel reckons in. */
  readonly rooms: readonly number[];
  /** The frame over which the others are laid, and a byte a pixel that says what stands still. */
  readonly reference: number;
  readonly mask: number;
}

const ALIGNMENT = 64;
/** A result is read in whole steps of the kernels and whole pixels. */
export const RESULT_STEP_SAMPLES = 3 * ALIGNMENT;
const align = (bytes: number): number => Math.ceil(bytes / ALIGNMENT) * ALIGNMENT;
/** Room for one step of 16-bit output, so that even the smallest stack's result is read in whole steps. */
const LEAST_FRAME_BYTES = 2 * RESULT_STEP_SAMPLES;
const WASM_PAGE_BYTES = 65_536;

/** The most one 32-bit WebAssembly memory can hold. */
export const MOST_MEMORY_BYTES = WASM_PAGE_BYTES * 65_536;

/** Columns and rows between the points of a frame's grid; the kernels count on it. */
const GRID_PX = 16;
/** A row with the margins of what is weighed, 16 bits a sample. */
const roomBytes = (width: number): number => 2 * (3 * width + 64);
const gridBytes = (width: number, height: number): number =>
  2 * 4 * (Math.ceil(width / GRID_PX) + 1) * (Math.ceil(height / GRID_PX) + 1);

/** Lays out a stack's memory, which does not grow with the number of frames. */
export function layOutMemory(request: {
  readonly width: number;
  readonly height: number;
  readonly depth: SampleDepth;
  readonly keeps: readonly AccumulatorId[];
  readonly weighted: boolean;
  readonly hasDark: boolean;
  readonly moves: boolean;
  readonly threads: number;
}): MemoryMap {
  const { depth, keeps, weighted, hasDark, moves, threads } = request;
  const paddedSamples = align(3 * request.width * request.height);
  const frameBytes = Math.max(LEAST_FRAME_BYTES, align(paddedSamples * (depth / 8)));
  let end = 0;
  const tables = Array.from({ length: threads }, () =>
    keeps.map(() => {
      const begins = end;
      end += align(8 * 2 ** depth);
      return begins;
    }),
  );
  const thresholds = end;
  const guesses = align(thresholds + 8 * 65_537);
  const dark = align(guesses + 2 * 65_536);
  end = dark + (hasDark ? frameBytes : 0);
  const take = (bytes: number): number => {
    const begins = end;
    end += moves ? align(bytes) : 0;
    return begins;
  };
  const grid = gridBytes(request.width, request.height);
  const moving: MovingMap = {
    sources: Array.from({ length: threads }, () => take(frameBytes)),
    grids: Array.from({ length: threads }, () => take(grid)),
    weights: take(2 * LANCZOS_ENTRIES),
    rooms: Array.from({ length: threads }, () => take(roomBytes(request.width))),
    reference: take(frameBytes),
    mask: take(request.width * request.height),
  };
  const accumulator = end;
  const kept = keeps.map((id) => {
    const begins = end;
    end += align(paddedSamples * ACCUMULATORS[id].bytesPerSample({ depth, weighted }));
    return begins;
  });
  const accumulatorBytes = end - accumulator;
  const firstFrame = end;
  const frames = Array.from({ length: threads }, (_, thread) => firstFrame + thread * frameBytes);
  const totalBytes = Math.ceil((firstFrame + threads * frameBytes) / WASM_PAGE_BYTES) * WASM_PAGE_BYTES;
  return {
    tables,
    dark: hasDark ? dark : 0,
    moving,
    thresholds,
    guesses,
    kept,
    accumulator,
    accumulatorBytes,
    frames,
    frameBytes,
    paddedSamples,
    totalBytes,
  };
}

/** Bytes a pixel of what is kept while frames pass. */
export const accumulatorBytesPerPixel = (
  keeps: readonly AccumulatorId[],
  plan: { readonly depth: SampleDepth; readonly weighted: boolean },
): number => 3 * keeps.reduce((sum, id) => sum + ACCUMULATORS[id].bytesPerSample(plan), 0);

/** Makes the shared memory for a map. */
export function createStackMemory({ totalBytes }: MemoryMap): WebAssembly.Memory {
  const pages = totalBytes / WASM_PAGE_BYTES;
  return new WebAssembly.Memory({ initial: pages, maximum: pages, shared: true });
}
