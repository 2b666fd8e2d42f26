import { parentPort, workerData } from "node:worker_threads";
import sharp from "sharp";
import { bindKernels, foldFrame, type StackKernels } from "@/core/stack";
import { decodePicture } from "../files/decode";
import { plainReason } from "../files/pictureFailure";
import { serveThread } from "../thread";
import type { FoldReply, FoldRequest, StackThreadData } from "./messages";

// A stacking thread: decodes one frame at a time into its own buffer of the shared memory and folds it in, band by
// band, holding the band's lock.

const { state, kernels: module_, thread, locks } = workerData as StackThreadData;
sharp.concurrency(1);
sharp.cache(false);

const BAND_STEP = 64;

function foldAllBands(kernels: StackKernels): void {
  const bands = locks.length;
  const perBand = Math.ceil(state.map.paddedSamples / bands / BAND_STEP) * BAND_STEP;
  for (let step = 0; step < bands; step++) {
    const band = (step + thread * Math.floor(bands / state.plan.threads)) % bands;
    const from = band * perBand;
    const to = Math.min(state.map.paddedSamples, from + perBand);
    if (from >= to) continue;
    while (Atomics.compareExchange(locks, band, 0, 1) !== 0) Atomics.wait(locks, band, 1);
    foldFrame(kernels, state, thread, from, to);
    Atomics.store(locks, band, 0);
    Atomics.notify(locks, band, 1);
  }
}

async function fold(kernels: StackKernels, { index, path }: FoldRequest): Promise<FoldReply> {
  const { plan, map, memory } = state;
  try {
    const samples = await decodePicture(path, plan.depth);
    const wanted = plan.width * plan.height * 3;
    if (samples.length !== wanted) throw new Error(`holds ${samples.length} samples instead of ${wanted}`);
    const buffer = plan.depth === 8 ? Uint8Array : Uint16Array;
    new buffer(memory.buffer, map.frames[thread]!, wanted).set(samples);
  } catch (error) {
    return { kind: "refused", index, reason: plainReason(error) };
  }
  foldAllBands(kernels);
  return { kind: "folded", index };
}

const bound = bindKernels(module_, state.memory);
const stackThread = {
  fold: async (request: FoldRequest): Promise<FoldReply> => fold(await bound, request),
};

export type StackThread = typeof stackThread;
serveThread(stackThread, parentPort);
