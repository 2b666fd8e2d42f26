import { decodeSrgb, encodeSrgb } from "../picture/srgb";
import type { StackKernels } from "./kernels";
import type { SampleDepth } from "./tables";
import { codeGuesses, codeThresholds, FIXED_POINT_ONE, identityTable, linearTable } from "./tables";

/** Byte offsets of what a kernel works on. */
export interface KeptAt {
  readonly depth: SampleDepth;
  /** Sums only: add the codes as they are instead of linear light. */
  readonly encoded: boolean;
  /** Whether frames count for different parts. */
  readonly weighted: boolean;
  /** Byte offset of what is kept. */
  readonly kept: number;
  /** The thread's own table for this accumulator, as its frame's weight makes it. */
  readonly table: number;
  readonly thresholds: number;
  readonly guesses: number;
}

/** What a stack may keep of each sample while frames pass. All begin at 0, the neutral value of both sum and maximum. */
export interface Accumulator {
  readonly bytesPerSample: (plan: { readonly depth: SampleDepth; readonly weighted: boolean }) => number;
  /** Fills the tables that are the same for all frames. */
  readonly prepare: (memory: WebAssembly.Memory, at: KeptAt) => void;
  /** Fills a thread's table for frames of a weight; see `WEIGHT_STEPS`. */
  readonly weigh: (memory: WebAssembly.Memory, at: KeptAt, weight: number) => void;
  /** Folds `count` samples at the byte offset `source` into those from sample `from` on. */
  readonly fold: (kernels: StackKernels, at: KeptAt, source: number, from: number, count: number) => void;
  /** Adds what others have kept of other frames to what is kept, in place; both of the same, as it lies in memory. */
  readonly merge: (
    kept: Uint8Array,
    other: Uint8Array,
    plan: { readonly depth: SampleDepth; readonly weighted: boolean },
  ) => void;
  /** Writes `count` 16-bit results to the byte offset `target`; `weight` is that of all frames together. */
  readonly read: (
    kernels: StackKernels,
    at: KeptAt & { readonly memory: WebAssembly.Memory; readonly weight: number; readonly target: number },
    from: number,
    count: number,
  ) => void;
}

/** A frame's weight is a whole number of so many parts of 1, so that sums of weighted codes stay exact. */
export const WEIGHT_STEPS = 65_536;
const SUM_BYTES = 8;
/** A byte as a 16-bit code. */
const PER_BYTE = 257;
const CODES = 65_535;

const wordsOf = ({ buffer, byteOffset, byteLength }: Uint8Array) => new Uint32Array(buffer, byteOffset, byteLength / 4);
const shortsOf = ({ buffer, byteOffset, byteLength }: Uint8Array) =>
  new Uint16Array(buffer, byteOffset, byteLength / 2);

/** Adds 64-bit sums to others, by halves: whole ones are ten times as slow here. */
function addSums(kept: Uint8Array, other: Uint8Array): void {
  const [sums, more] = [wordsOf(kept), wordsOf(other)];
  for (let at = 0; at < sums.length; at += 2) {
    const low = sums[at]! + more[at]!;
    sums[at] = low;
    sums[at + 1] = sums[at + 1]! + more[at + 1]! + (low >= 2 ** 32 ? 1 : 0);
  }
}

/** Keeps the greater of each two, bytes or of 16 bits. */
function keepGreater(kept: Uint8Array, other: Uint8Array, isWide: boolean): void {
  const [into, from] = isWide ? [shortsOf(kept), shortsOf(other)] : [kept, other];
  for (let at = 0; at < into.length; at++) if (from[at]! > into[at]!) into[at] = from[at]!;
}

/** 64-bit sums of linear light in fixed point, or of codes; read over the weight that `over` says. */
const summed = (over: (weight: number) => number): Accumulator => ({
  bytesPerSample: () => SUM_BYTES,
  prepare(memory, { thresholds, guesses }) {
    const codes = codeThresholds();
    new Float64Array(memory.buffer, thresholds, codes.length).set(codes);
    new Uint16Array(memory.buffer, guesses, 65_536).set(codeGuesses(codes));
  },
  weigh(memory, { depth, encoded, table }, weight) {
    const out = new BigUint64Array(memory.buffer, table, 2 ** depth);
    const steps = BigInt(Math.round(weight * WEIGHT_STEPS));
    if (encoded) out.set(identityTable(depth).map((code) => code * steps));
    else if (weight === 1) out.set(linearTable(depth));
    else out.set(linearTable(depth).map((light) => (light * steps) / BigInt(WEIGHT_STEPS)));
  },
  fold(kernels, { depth, kept, table }, source, from, count) {
    const sums = kept + from * SUM_BYTES;
    if (depth === 8) kernels.addThroughTable8(sums, source, table, count);
    else kernels.addThroughTable16(sums, source, table, count);
  },
  merge: addSums,
  read(kernels, { depth, encoded, kept, thresholds, guesses, weight, target }, from, count) {
    const sums = kept + from * SUM_BYTES;
    const whole = over(weight);
    if (!encoded) kernels.encodeSums(target, sums, thresholds, guesses, 1 / (FIXED_POINT_ONE * whole), count);
    else {
      const steps = BigInt(Math.round(WEIGHT_STEPS * whole));
      kernels.averageSums(target, sums, depth === 8 ? BigInt(PER_BYTE) : 1n, steps, count);
    }
  },
});

/** The brightest code so far; with weights, of each frame's light times its weight, in 16 bits. */
const brightest: Accumulator = {
  bytesPerSample: ({ depth, weighted }) => (weighted ? 2 : depth / 8),
  prepare: () => {},
  weigh(memory, { depth, weighted, table }, weight) {
    if (!weighted) return;
    const top = 2 ** depth - 1;
    const codes = new Uint16Array(memory.buffer, table, top + 1);
    for (let code = 0; code <= top; code++)
      codes[code] = Math.round(CODES * (weight === 1 ? code / top : encodeSrgb(weight * decodeSrgb(code / top))));
  },
  fold(kernels, { depth, weighted, kept, table }, source, from, count) {
    if (weighted && depth === 8) kernels.lightenThroughTable8(kept + from * 2, source, table, count);
    else if (weighted) kernels.lightenThroughTable16(kept + from * 2, source, table, count);
    else if (depth === 8) kernels.lighten8(kept + from, source, count);
    else kernels.lighten16(kept + from * 2, source, count);
  },
  merge: (kept, other, { depth, weighted }) => keepGreater(kept, other, weighted || depth === 16),
  read(_, { depth, weighted, kept, memory, target }, from, count) {
    const out = new Uint16Array(memory.buffer, target, count);
    if (weighted || depth === 16) {
      out.set(new Uint16Array(memory.buffer, kept + from * 2, count));
      return;
    }
    const bytes = new Uint8Array(memory.buffer, kept + from, count);
    for (let i = 0; i < count; i++) out[i] = bytes[i]! * PER_BYTE;
  },
};

/** How far the darkest code so far lies under white. */
const darkest: Accumulator = {
  bytesPerSample: ({ depth }) => depth / 8,
  prepare: () => {},
  weigh: () => {},
  fold(kernels, { depth, kept }, source, from, count) {
    if (depth === 8) kernels.darken8(kept + from, source, count);
    else kernels.darken16(kept + from * 2, source, count);
  },
  merge: (kept, other, { depth }) => keepGreater(kept, other, depth === 16),
  read(_, { depth, kept, memory, target }, from, count) {
    const out = new Uint16Array(memory.buffer, target, count);
    const under =
      depth === 8
        ? new Uint8Array(memory.buffer, kept + from, count)
        : new Uint16Array(memory.buffer, kept + from * 2, count);
    const each = depth === 8 ? PER_BYTE : 1;
    for (let i = 0; i < count; i++) out[i] = CODES - each * under[i]!;
  },
};

/** All that a stack can keep; a folded method names those that it needs. */
export const ACCUMULATORS = {
  /** The mean. */
  mean: summed((weight) => weight),
  /** All of the light together. */
  sum: summed(() => 1),
  brightest,
  darkest,
} as const;
/** One of them. */
export type AccumulatorId = keyof typeof ACCUMULATORS;
