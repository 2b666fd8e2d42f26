import type { StackKernels } from "./kernels";
import type { SampleDepth } from "./tables";
import { codeGuesses, codeThresholds, FIXED_POINT_ONE, identityTable, linearTable } from "./tables";

/** Byte offsets of what a kernel works on. */
export interface KeptAt {
  readonly depth: SampleDepth;
  /** Sums only: add the codes as they are instead of linear light. */
  readonly encoded: boolean;
  /** Byte offset of what is kept. */
  readonly kept: number;
  readonly table: number;
  readonly thresholds: number;
  readonly guesses: number;
}

/** What a stack may keep of each sample while frames pass. All begin at 0, the neutral value of both sum and maximum. */
export interface Accumulator {
  readonly bytesPerSample: (depth: SampleDepth) => number;
  /** Fills the tables that it needs. */
  readonly prepare: (memory: WebAssembly.Memory, at: KeptAt) => void;
  /** Folds `count` samples at the byte offset `source` into those from sample `from` on. */
  readonly fold: (kernels: StackKernels, at: KeptAt, source: number, from: number, count: number) => void;
  /** Writes `count` 16-bit results, of `frames` frames, to the byte offset `target`. */
  readonly read: (
    kernels: StackKernels,
    at: KeptAt & { readonly memory: WebAssembly.Memory; readonly frames: number; readonly target: number },
    from: number,
    count: number,
  ) => void;
}

const SUM_BYTES = 8;
/** A byte as a 16-bit code. */
const PER_BYTE = 257;

/** 64-bit sums of linear light in fixed point, or of codes. */
const sum: Accumulator = {
  bytesPerSample: () => SUM_BYTES,
  prepare(memory, { depth, encoded, table, thresholds, guesses }) {
    const summands = encoded ? identityTable(depth) : linearTable(depth);
    new BigUint64Array(memory.buffer, table, summands.length).set(summands);
    const codes = codeThresholds();
    new Float64Array(memory.buffer, thresholds, codes.length).set(codes);
    new Uint16Array(memory.buffer, guesses, 65_536).set(codeGuesses(codes));
  },
  fold(kernels, { depth, kept, table }, source, from, count) {
    const sums = kept + from * SUM_BYTES;
    if (depth === 8) kernels.addThroughTable8(sums, source, table, count);
    else kernels.addThroughTable16(sums, source, table, count);
  },
  read(kernels, { depth, encoded, kept, thresholds, guesses, frames, target }, from, count) {
    const sums = kept + from * SUM_BYTES;
    if (encoded) kernels.averageSums(target, sums, depth === 8 ? BigInt(PER_BYTE) : 1n, BigInt(frames), count);
    else kernels.encodeSums(target, sums, thresholds, guesses, 1 / (FIXED_POINT_ONE * frames), count);
  },
};

/** The brightest code so far. */
const brightest: Accumulator = {
  bytesPerSample: (depth) => depth / 8,
  prepare: () => {},
  fold(kernels, { depth, kept }, source, from, count) {
    if (depth === 8) kernels.lighten8(kept + from, source, count);
    else kernels.lighten16(kept + from * 2, source, count);
  },
  read(_, { depth, kept, memory, target }, from, count) {
    const out = new Uint16Array(memory.buffer, target, count);
    if (depth === 16) {
      out.set(new Uint16Array(memory.buffer, kept + from * 2, count));
      return;
    }
    const bytes = new Uint8Array(memory.buffer, kept + from, count);
    for (let i = 0; i < count; i++) out[i] = bytes[i]! * PER_BYTE;
  },
};

/** All that a stack can keep; a folded method names those that it needs. */
export const ACCUMULATORS = { sum, brightest } as const;
/** One of them. */
export type AccumulatorId = keyof typeof ACCUMULATORS;
