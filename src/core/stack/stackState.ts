import { ACCUMULATORS, type AccumulatorId, type KeptAt } from "./accumulators";
import type { StackKernels } from "./kernels";
import { LANCZOS_ENTRIES, lanczosWeights } from "./lanczos";
import { createStackMemory, layOutMemory, type MemoryMap, RESULT_STEP_SAMPLES } from "./memory";
import type { SampleDepth, Samples } from "./tables";

/** What is folded, and what is kept of it. */
export interface StackPlan {
  readonly width: number;
  readonly height: number;
  readonly depth: SampleDepth;
  readonly keeps: readonly AccumulatorId[];
  /** Sums only: average the codes as they are instead of linear light. */
  readonly encoded: boolean;
  /** Whether frames count for different parts. */
  readonly weighted: boolean;
  /** Whether a dark frame is taken off of every frame. */
  readonly hasDark: boolean;
  /** Whether frames are moved before they are fused. */
  readonly moves: boolean;
  readonly threads: number;
}

/** A plan with its memory; can be handed to other threads, which bind their own kernels to it. */
export interface StackState {
  readonly plan: StackPlan;
  readonly map: MemoryMap;
  readonly memory: WebAssembly.Memory;
}

function keptAt({ plan, map }: StackState, index: number, thread: number): KeptAt {
  const { depth, encoded, weighted } = plan;
  const { thresholds, guesses } = map;
  const table = map.tables[thread]![index]!;
  return { depth, encoded, weighted, kept: map.kept[index]!, table, thresholds, guesses };
}

/** Allocates a stack and fills its tables; every thread's frames weigh 1 at first. */
export function createStack(plan: StackPlan): StackState {
  const { keeps, threads } = plan;
  const map = layOutMemory(plan);
  const memory = createStackMemory(map);
  const state = { plan, map, memory };
  keeps.forEach((id, index) => {
    ACCUMULATORS[id].prepare(memory, keptAt(state, index, 0));
  });
  if (plan.moves) new Int16Array(memory.buffer, map.moving.weights, LANCZOS_ENTRIES).set(lanczosWeights());
  for (let thread = 0; thread < threads; thread++) weighFrames(state, thread, 1);
  return state;
}

/** From now on a thread's frames count for this part, 0 to 1: a whole number of `WEIGHT_STEPS`. */
export function weighFrames(state: StackState, thread: number, weight: number): void {
  state.plan.keeps.forEach((id, index) => {
    ACCUMULATORS[id].weigh(state.memory, keptAt(state, index, thread), weight);
  });
}

/** The samples of a thread's frame buffer, of the dark frame, or of the frame over which the others are laid. */
export const frameSamples = (state: StackState, at: number | "dark" | "reference"): Samples => {
  const { map } = state;
  return samplesAt(state, at === "dark" ? map.dark : at === "reference" ? map.moving.reference : map.frames[at]!);
};

function samplesAt({ plan, memory }: StackState, offset: number): Samples {
  const samples = 3 * plan.width * plan.height;
  return plan.depth === 8
    ? new Uint8Array(memory.buffer, offset, samples)
    : new Uint16Array(memory.buffer, offset, samples);
}

/** What stands still of frames that are moved, a byte a pixel. */
export const stillMask = ({ plan, map, memory }: StackState): Uint8Array =>
  new Uint8Array(memory.buffer, map.moving.mask, plan.width * plan.height);

/**
 * Moves the frame in a thread's buffer to where a grid has its pixels; what stands still stays.
 *
 * @param holdsStill Whether anything does: a mask of nothing takes time.
 * @param grid Of every sixteenth pixel and row: x and y in turn of where it lies in the frame, row by row; see `gridOf` in core/align.
 */
export function moveFrame(
  kernels: StackKernels,
  state: StackState,
  thread: number,
  grid: Float32Array,
  holdsStill: boolean,
): void {
  const { plan, map, memory } = state;
  const { width, height, depth } = plan;
  const { sources, grids, weights, rooms, reference, mask } = map.moving;
  const [source, target] = [sources[thread]!, map.frames[thread]!];
  samplesAt(state, source).set(samplesAt(state, target));
  new Float32Array(memory.buffer, grids[thread]!, grid.length).set(grid);
  const [resample, lay] = depth === 8 ? [kernels.resample8, kernels.lay8] : [kernels.resample16, kernels.lay16];
  resample(target, source, reference, width, height, grids[thread]!, weights, rooms[thread]!);
  if (holdsStill) lay(target, source, mask, width * height);
}

/** Takes the dark frame off of a thread's frame buffer, where there is one. */
export function subtractDark(kernels: StackKernels, { plan, map }: StackState, thread: number): void {
  if (!plan.hasDark) return;
  const subtract = plan.depth === 8 ? kernels.subtract8 : kernels.subtract16;
  subtract(map.frames[thread]!, map.dark, map.paddedSamples);
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
    ACCUMULATORS[id].fold(kernels, keptAt(state, index, thread), source, from, to - from);
  });
}

/**
 * Adds a stretch of what another stack of the same plan keeps of other frames, in place: sums are added, of the brightest and the
 * darkest the one that is it stays.
 *
 * @param at Where it begins in what is kept, bytes; a multiple of 8, as its length is.
 */
export function mergeKept({ plan, map, memory }: StackState, other: Uint8Array, at: number): void {
  plan.keeps.forEach((id, index) => {
    const begins = map.kept[index]! - map.accumulator;
    const ends = begins + ACCUMULATORS[id].bytesPerSample(plan) * map.paddedSamples;
    const [from, to] = [Math.max(at, begins), Math.min(at + other.length, ends)];
    if (from >= to) return;
    const kept = new Uint8Array(memory.buffer, map.accumulator + from, to - from);
    ACCUMULATORS[id].merge(kept, other.subarray(from - at, to - at), plan);
  });
}

/** How many 16-bit samples `readResult` hands over at most in one call. */
export function resultChunkSamples({ map }: StackState): number {
  return Math.floor(map.frameBytes / 2 / RESULT_STEP_SAMPLES) * RESULT_STEP_SAMPLES;
}

/**
 * Computes 16-bit sRGB results for samples `from` to `to` of one of what is kept into a thread's frame buffer, which must not
 * be in use.
 *
 * @param weight Of all frames that were folded in, together.
 * @returns A view on shared memory, valid until the next call.
 * @throws RangeError when nothing was folded in, the stack does not keep it, or the range does not fit the buffer.
 */
export function readResult(
  kernels: StackKernels,
  state: StackState,
  { id, weight, thread }: { readonly id: AccumulatorId; readonly weight: number; readonly thread: number },
  from: number,
  to: number,
): Uint16Array {
  const { plan, map, memory } = state;
  const count = to - from;
  const index = plan.keeps.indexOf(id);
  if (index < 0) throw new RangeError(`the stack keeps ${plan.keeps.join(" and ")}, not ${id}`);
  if (!(weight > 0)) throw new RangeError(`a result needs at least one frame, got a weight of ${weight}`);
  if (count > resultChunkSamples(state)) throw new RangeError(`${count} samples do not fit the output buffer`);
  const target = map.frames[thread]!;
  ACCUMULATORS[id].read(kernels, { ...keptAt(state, index, 0), memory, weight, target }, from, count);
  return new Uint16Array(memory.buffer, target, count);
}
