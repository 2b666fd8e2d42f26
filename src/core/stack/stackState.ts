import { ACCUMULATORS, type AccumulatorId, type KeptAt } from "./accumulators";
import type { StackKernels } from "./kernels";
import { createStackMemory, layOutMemory, type MemoryMap, RESULT_STEP_SAMPLES } from "./memory";
import type { SampleDepth } from "./tables";

/** What is folded, and what is kept of it. */
export interface StackPlan {
  readonly width: number;
  readonly height: number;
  readonly depth: SampleDepth;
  readonly keeps: readonly AccumulatorId[];
  /** Sums only: average the codes as they are instead of linear light. */
  readonly encoded: boolean;
  readonly threads: number;
}

/** A plan with its memory; can be handed to other threads, which bind their own kernels to it. */
export interface StackState {
  readonly plan: StackPlan;
  readonly map: MemoryMap;
  readonly memory: WebAssembly.Memory;
}

function keptAt({ plan, map }: StackState, index: number): KeptAt {
  const { table, thresholds, guesses } = map;
  return { depth: plan.depth, encoded: plan.encoded, kept: map.kept[index]!, table, thresholds, guesses };
}

/** Allocates a stack and fills its tables. */
export function createStack(plan: StackPlan): StackState {
  const { width, height, depth, keeps, threads } = plan;
  const map = layOutMemory({ sampleCount: width * height * 3, depth, keeps, threads });
  const memory = createStackMemory(map);
  const state = { plan, map, memory };
  keeps.forEach((id, index) => {
    ACCUMULATORS[id].prepare(memory, keptAt(state, index));
  });
  return state;
}

/**
 * Folds samples `from` to `to` of a thread's frame buffer into all that is kept, in place. Threads may work on different
 * ranges at once, never on the same.
 *
 * @param from A multiple of 16.
 */
export function foldFrame(kernels: StackKernels, state: StackState, thread: number, from: number, to: number): void {
  const { plan, map } = state;
  const source = map.frames[thread]! + from * (plan.depth / 8);
  plan.keeps.forEach((id, index) => {
    ACCUMULATORS[id].fold(kernels, keptAt(state, index), source, from, to - from);
  });
}

/** How many 16-bit samples `readResult` hands over at most in one call. */
export function resultChunkSamples({ map }: StackState): number {
  return Math.floor(map.frameBytes / 2 / RESULT_STEP_SAMPLES) * RESULT_STEP_SAMPLES;
}

/**
 * Computes 16-bit sRGB results for samples `from` to `to` of one of what is kept into the first frame buffer, which must not
 * be in use.
 *
 * @param frames How many frames were folded in, at least 1.
 * @returns A view on shared memory, valid until the next call.
 * @throws RangeError when nothing was folded in, the stack does not keep it, or the range does not fit the buffer.
 */
export function readResult(
  kernels: StackKernels,
  state: StackState,
  { id, frames }: { readonly id: AccumulatorId; readonly frames: number },
  from: number,
  to: number,
): Uint16Array {
  const { plan, map, memory } = state;
  const count = to - from;
  const index = plan.keeps.indexOf(id);
  if (index < 0) throw new RangeError(`the stack keeps ${plan.keeps.join(" and ")}, not ${id}`);
  if (!(frames >= 1)) throw new RangeError(`a result needs at least one frame, got ${frames}`);
  if (count > resultChunkSamples(state)) throw new RangeError(`${count} samples do not fit the output buffer`);
  const target = map.frames[0]!;
  ACCUMULATORS[id].read(kernels, { ...keptAt(state, index), memory, frames, target }, from, count);
  return new Uint16Array(memory.buffer, target, count);
}
