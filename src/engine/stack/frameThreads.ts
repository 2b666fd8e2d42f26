import { availableParallelism } from "node:os";
import type { StackState } from "@/core/stack";
import { startThread, type Thread } from "../thread";
import { compiledKernels } from "./compiledKernels";
import type { FrameReply, StackThreadData } from "./messages";
import type { Preparation } from "./preparation";
import type { StackThread } from "./thread";

/** Stretches of the samples that are locked one by one. */
const BANDS = 16;
const MOST_THREADS = 8;
const CHECKPOINT_EVERY_MS = 4000;
/** Tests that kill a stack in its middle want it saved before a fast machine is through. */
export const checkpointEveryMs = (): number => Number(process.env.AEVUMEN_CHECKPOINT_MS ?? CHECKPOINT_EVERY_MS);
/** Saving may take a tenth of the time: where the disk is slow it is done more seldom. */
const CHECKPOINT_SHARE = 0.1;

/** As many threads as are asked for or the machine has, and no more than frames. */
export const threadsFor = (wanted: number | undefined, frames: number): number =>
  Math.max(1, Math.min(wanted ?? availableParallelism(), frames, MOST_THREADS));

/** Threads that share a stack's memory. */
export async function startFrameThreads(
  state: StackState,
  preparation: Preparation,
  smallEvery: number | null,
): Promise<Thread<StackThread>[]> {
  const locks = new Int32Array(new SharedArrayBuffer(4 * BANDS));
  const kernels = await compiledKernels();
  return Array.from({ length: state.plan.threads }, (_, thread) => {
    const workerData: StackThreadData = { state, kernels, thread, locks, smallEvery, ...preparation };
    return startThread<StackThread>("stack-thread.mjs", workerData);
  });
}

interface FrameLoop {
  readonly pool: readonly Thread<StackThread>[];
  /** Indices still to be taken; emptied. */
  readonly pending: number[];
  readonly take: (thread: Thread<StackThread>, index: number) => Promise<FrameReply>;
  readonly settle: (reply: FrameReply) => void;
  /** Saves a checkpoint; called only while no thread is at work. */
  readonly save: () => Promise<void>;
  readonly signal: AbortSignal | undefined;
}

/** Keeps every thread busy until nothing is pending; pauses all of them for a checkpoint every few seconds. */
export async function takeFrames({ pool, pending, take, settle, save, signal }: FrameLoop): Promise<void> {
  const leastMs = checkpointEveryMs();
  let everyMs = leastMs;
  while (pending.length > 0 && !signal?.aborted) {
    const pauseAt = performance.now() + everyMs;
    await Promise.all(
      pool.map(async (thread) => {
        while (performance.now() < pauseAt && !signal?.aborted) {
          const index = pending.shift();
          if (index === undefined) return;
          settle(await take(thread, index));
        }
      }),
    );
    if (pending.length === 0 || signal?.aborted) continue;
    const savingFrom = performance.now();
    await save();
    everyMs = Math.max(leastMs, (performance.now() - savingFrom) / CHECKPOINT_SHARE);
  }
}
