import type { StackMethod } from "../recipe";
import type { StackKernels } from "./kernels";
import { type Accumulator, createStackMemory, layOutMemory, type MemoryMap } from "./memory";
import { codeGuesses, codeThresholds, FIXED_POINT_ONE, identityTable, linearTable, type SampleDepth } from "./tables";

/** Methods that see one frame at a time. */
export type FoldMethod = Extract<StackMethod, "lighten" | "mean">;

/** What is fused, and how. */
export interface StackPlan {
  readonly width: number;
  readonly height: number;
  readonly depth: SampleDepth;
  readonly method: FoldMethod;
  /** Mean only: average the codes as they are instead of linear light. */
  readonly encoded: boolean;
  readonly threads: number;
}

/** A plan with its memory; can be handed to other threads, which bind their own kernels to it. */
export interface StackState {
  readonly plan: StackPlan;
  readonly map: MemoryMap;
  readonly memory: WebAssembly.Memory;
}

const accumulatorOf = (method: FoldMethod): Accumulator => (method === "mean" ? "sum" : "brightest");

/** Allocates a stack and fills its tables. All samples start at 0, the neutral value of both sum and maximum. */
export function createStack(plan: StackPlan): StackState {
  const sampleCount = plan.width * plan.height * 3;
  const map = layOutMemory({
    sampleCount,
    depth: plan.depth,
    accumulator: accumulatorOf(plan.method),
    threads: plan.threads,
  });
  const memory = createStackMemory(map);
  if (plan.method === "mean") {
    const table = plan.encoded ? identityTable(plan.depth) : linearTable(plan.depth);
    new BigUint64Array(memory.buffer, map.table, table.length).set(table);
    const thresholds = codeThresholds();
    new Float64Array(memory.buffer, map.thresholds, thresholds.length).set(thresholds);
    new Uint16Array(memory.buffer, map.guesses, 65_536).set(codeGuesses(thresholds));
  }
  return { plan, map, memory };
}

/**
 * Folds samples `from` to `to` of a thread's frame buffer into the accumulator, in place. Threads may work on
 * different ranges at once, never on the same.
 *
 * @param from A multiple of 16.
 */
export function foldFrame(
  kernels: StackKernels,
  { plan, map }: StackState,
  thread: number,
  from: number,
  to: number,
): void {
  const bytes = plan.depth / 8;
  const source = map.frames[thread]! + from * bytes;
  const count = to - from;
  if (plan.method === "mean") {
    const sums = map.accumulator + from * 8;
    if (plan.depth === 8) kernels.addThroughTable8(sums, source, map.table, count);
    else kernels.addThroughTable16(sums, source, map.table, count);
  } else {
    const target = map.accumulator + from * bytes;
    if (plan.depth === 8) kernels.lighten8(target, source, count);
    else kernels.lighten16(target, source, count);
  }
}

/** How many 16-bit samples `readResult` hands over at most in one call. */
export function resultChunkSamples({ map }: StackState): number {
  return Math.floor(map.frameBytes / 2 / 64) * 64;
}

/**
 * Computes 16-bit sRGB results for samples `from` to `to` into the first frame buffer, which must not be in use.
 *
 * @param frames How many frames were folded in, at least 1.
 * @returns A view on shared memory, valid until the next call.
 * @throws RangeError when nothing was folded in or the range does not fit the buffer.
 */
export function readResult(
  kernels: StackKernels,
  state: StackState,
  frames: number,
  from: number,
  to: number,
): Uint16Array {
  const { plan, map, memory } = state;
  const count = to - from;
  if (!(frames >= 1)) throw new RangeError(`a result needs at least one frame, got ${frames}`);
  if (count > resultChunkSamples(state)) throw new RangeError(`${count} samples do not fit the output buffer`);
  const target = map.frames[0]!;
  const out = new Uint16Array(memory.buffer, target, count);
  if (plan.method === "mean") {
    const sums = map.accumulator + from * 8;
    if (plan.encoded) kernels.averageSums(target, sums, plan.depth === 8 ? 257n : 1n, BigInt(frames), count);
    else kernels.encodeSums(target, sums, map.thresholds, map.guesses, 1 / (FIXED_POINT_ONE * frames), count);
  } else if (plan.depth === 16) {
    out.set(new Uint16Array(memory.buffer, map.accumulator + from * 2, count));
  } else {
    const brightest = new Uint8Array(memory.buffer, map.accumulator + from, count);
    for (let i = 0; i < count; i++) out[i] = brightest[i]! * 257;
  }
  return out;
}
