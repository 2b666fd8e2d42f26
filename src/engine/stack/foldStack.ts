import { availableParallelism } from "node:os";
import { join } from "node:path";
import {
  createStack,
  type FoldedWay,
  layOutMemory,
  MOST_MEMORY_BYTES,
  methodSlug,
  type StackState,
} from "@/core/stack";
import { startThread, type Thread } from "../thread";
import { checkpointKey, loadCheckpoint, saveCheckpoint } from "./checkpoint";
import { chooseFrames } from "./chooseFrames";
import { compiledKernels } from "./compiledKernels";
import type { FoldReply, StackThreadData } from "./messages";
import { NOTHING_READ, type StackFile, type StackOutcome, type StackProgress, type StackRequest } from "./request";
import type { StackThread } from "./thread";
import { writeResult } from "./writeResult";

const BANDS = 16;
const CHECKPOINT_EVERY_MS = 4000;
/** Tests that kill a stack in its middle want it saved before a fast machine is through. */
const checkpointEveryMs = (): number => Number(process.env.AEVUMEN_CHECKPOINT_MS ?? CHECKPOINT_EVERY_MS);
/** Saving may take a tenth of the time: where the disk is slow it is done more seldom. */
const CHECKPOINT_SHARE = 0.1;

/**
 * Fuses frames on worker threads: each decodes a frame and folds it into one shared accumulator, so memory does not
 * grow with the number of frames. Frames that cannot be used are left out and named. The sums are exact integers, so
 * the result does not depend on the number of threads, the order of frames, or whether the run was resumed.
 */
export async function foldStack(
  request: StackRequest,
  { keeps, finish }: FoldedWay,
  onProgress: (progress: StackProgress) => void,
  signal?: AbortSignal,
): Promise<StackOutcome> {
  const startedAt = performance.now();
  const { accepted, refused } = await chooseFrames(request.files);
  const first = accepted[0];
  if (first === undefined)
    return { kind: "failed", reason: "None of the files is a picture that can be fused.", refused };
  const depth = accepted.some((frame) => frame.depth === 16) ? 16 : 8;
  const threads = Math.max(1, Math.min(request.threads ?? availableParallelism(), accepted.length, 8));
  const { width, height } = first;
  const { method, encoded } = request;
  const sampleCount = width * height * 3;
  const need = layOutMemory({ sampleCount, depth, keeps, threads });
  if (need.totalBytes > MOST_MEMORY_BYTES) {
    return {
      kind: "failed",
      reason: `${width} x ${height} pixels need more memory than a stack can have (4 GB).`,
      refused,
    };
  }
  const state = createStack({ width, height, depth, keeps, encoded, threads });

  const key = checkpointKey(request, state);
  const checkpoint = request.checkpointFolder ? join(request.checkpointFolder, methodSlug(method)) : null;
  const resumed = checkpoint ? await loadCheckpoint(checkpoint, key, state) : null;
  const folded = new Set(resumed?.folded ?? []);
  for (const frame of resumed?.refused ?? []) {
    if (!refused.some(({ index }) => index === frame.index)) refused.push(frame);
  }
  const settled = new Set([...folded, ...refused.map(({ index }) => index)]);
  const pending = accepted.map(({ index }) => index).filter((index) => !settled.has(index));

  const progress = () => {
    const seconds = (performance.now() - startedAt) / 1000;
    const doneNow = folded.size - (resumed?.folded.length ?? 0);
    const framesPerSecond = seconds > 0 ? doneNow / seconds : 0;
    const left = accepted.length - accepted.filter(({ index }) => settled.has(index)).length;
    onProgress({
      done: folded.size,
      total: accepted.length,
      framesPerSecond,
      secondsLeft: doneNow >= 2 ? left / framesPerSecond : null,
      resumed: resumed?.folded.length ?? 0,
    });
  };
  progress();

  const save = async () => {
    if (checkpoint) await saveCheckpoint(checkpoint, { key, folded: [...folded], refused }, state);
  };
  const settle = (reply: FoldReply) => {
    settled.add(reply.index);
    if (reply.kind === "folded") folded.add(reply.index);
    else refused.push({ index: reply.index, name: request.files[reply.index]!.name, reason: reply.reason });
    progress();
  };
  const kernels = await compiledKernels();
  const pool = startThreads(state, kernels);
  try {
    await foldPending({ pool, pending, files: request.files, settle, save, signal });
  } finally {
    await Promise.all(pool.map((thread) => thread.end()));
  }
  if (signal?.aborted) return { kind: "aborted" };
  const withoutIndex = refused.map(({ name, reason }) => ({ name, reason }));
  if (folded.size === 0) return { kind: "failed", reason: NOTHING_READ, refused: withoutIndex };

  await writeResult({ state, kernels, finish, frames: folded.size }, request.outputPath, request.notes);
  const used = [...folded].sort((a, b) => a - b).map((index) => request.files[index]!.name);
  const seconds = (performance.now() - startedAt) / 1000;
  return { kind: "done", width, height, used, refused: withoutIndex, seconds, resumed: resumed?.folded.length ?? 0 };
}

function startThreads(state: StackState, kernels: WebAssembly.Module): Thread<StackThread>[] {
  const locks = new Int32Array(new SharedArrayBuffer(4 * BANDS));
  return Array.from({ length: state.plan.threads }, (_, thread) => {
    const workerData: StackThreadData = { state, kernels, thread, locks };
    return startThread<StackThread>("stack-thread.mjs", workerData);
  });
}

interface FoldLoop {
  readonly pool: readonly Thread<StackThread>[];
  /** Indices still to fold; emptied. */
  readonly pending: number[];
  readonly files: readonly StackFile[];
  readonly settle: (reply: FoldReply) => void;
  /** Saves a checkpoint; called only while no thread is folding. */
  readonly save: () => Promise<void>;
  readonly signal: AbortSignal | undefined;
}

/** Keeps every thread busy until nothing is pending; pauses all of them for a checkpoint every few seconds. */
async function foldPending({ pool, pending, files, settle, save, signal }: FoldLoop): Promise<void> {
  const leastMs = checkpointEveryMs();
  let everyMs = leastMs;
  while (pending.length > 0 && !signal?.aborted) {
    const pauseAt = performance.now() + everyMs;
    await Promise.all(
      pool.map(async (thread) => {
        while (performance.now() < pauseAt && !signal?.aborted) {
          const index = pending.shift();
          if (index === undefined) return;
          settle(await thread.ask(async (api) => api.fold({ index, path: files[index]!.path })));
        }
      }),
    );
    if (pending.length === 0 || signal?.aborted) continue;
    const savingFrom = performance.now();
    await save();
    everyMs = Math.max(leastMs, (performance.now() - savingFrom) / CHECKPOINT_SHARE);
  }
}
