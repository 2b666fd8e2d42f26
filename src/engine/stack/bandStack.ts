import { open, rm } from "node:fs/promises";
import { join } from "node:path";
import { type BandedWay, createStack, layersOf, methodSlug, type StackPlan } from "@/core/stack";
import { makePrivateFolder } from "../folders";
import type { Thread } from "../thread";
import { checkpointKey } from "./checkpoint";
import { openFrames } from "./decodedFrames";
import { startFrameThreads, takeFrames, threadsFor } from "./frameThreads";
import { keepOver } from "./keepOver";
import type { BandRequest, FrameReply } from "./messages";
import { prepareFrames } from "./preparation";
import { nothingLeft, partsOf, type StackOutcome, type StackRequest, type StackWatch } from "./request";
import { loadScratch, saveScratch } from "./scratch";
import { watchSmall } from "./smallPicture";
import type { StackThread } from "./thread";
import { beginResult } from "./writeTiff";

/** Bytes of all frames that a thread has in memory at once, and of each at least: reading less at a time takes longer than reading it. */
const BAND_BYTES = 1 << 23;
const LEAST_FRAME_BYTES = 1 << 14;
/** Of the work, decoding is about this part. */
const DECODING_SHARE = 0.7;

/**
 * Fuses frames by a method that sees all of them at once: each is decoded once into a scratch file, then all are read together band
 * by band, so memory does not grow with their number. Threads share both.
 */
export async function bandStack(
  request: StackRequest,
  _way: BandedWay,
  { onProgress, onPicture, signal }: StackWatch,
): Promise<StackOutcome> {
  const startedAt = performance.now();
  const frames = await openFrames(request.files);
  if ("kind" in frames) return frames;
  const { width, height, depth, chosen, refused } = frames;
  const { method, settings, outputPath } = request;
  const threads = threadsFor(request.threads, chosen.length);
  const state = createStack({
    width,
    height,
    depth,
    keeps: [],
    weighted: false,
    hasDark: request.darks.length > 0,
    moves: request.align !== "none",
    threads,
    encoded: settings.encoded,
  });

  const kind = partsOf(request);
  // What does not fit is said before anything is written.
  const preparation = await prepareFrames(request, frames, state);
  const folder = request.checkpointFolder ? join(request.checkpointFolder, methodSlug(method)) : null;
  const scratchPath = folder ? join(folder, "frames") : `${outputPath}.frames`;
  if (folder) await makePrivateFolder(folder);
  const frameSize = 3 * width * height * (depth / 8);
  const key = checkpointKey(request, state.plan);
  const kept = folder ? await loadScratch(folder, { key, frameSize }) : new Map<number, number>();
  const resumed = kept.size;
  await (await open(scratchPath, kept.size > 0 ? "a" : "w")).close();
  const unread = new Map<number, string>();
  let fusedShare = 0;
  const progress = () => {
    const seconds = (performance.now() - startedAt) / 1000;
    const decoded = (kept.size - resumed + unread.size) / Math.max(1, chosen.length - resumed);
    const share = DECODING_SHARE * decoded + (1 - DECODING_SHARE) * fusedShare;
    onProgress({
      done: Math.floor(resumed + share * (chosen.length - resumed)),
      total: chosen.length,
      framesPerSecond: seconds > 0 ? (share * chosen.length) / seconds : 0,
      secondsLeft: share > 0.02 ? (seconds * (1 - share)) / share : null,
      resumed,
    });
  };
  progress();
  const small = watchSmall(request, frames, onPicture);
  const settle = (reply: FrameReply) => {
    if (reply.kind === "taken") {
      kept.set(reply.index, reply.crc);
      small.add(reply.small);
    } else unread.set(reply.index, reply.reason);
    progress();
  };
  const pool = await startFrameThreads(state, preparation, small.every);
  try {
    await takeFrames({
      pool,
      pending: chosen.filter((index) => !kept.has(index)),
      take: ({ ask }, index) => ask(async (api) => api.keep({ index, path: request.files[index]!.path, scratchPath })),
      settle,
      save: async () => {
        if (folder) await saveScratch(folder, { key, frameSize }, kept);
      },
      signal,
    });
    if (signal?.aborted) return { kind: "aborted" };
    for (const [index, reason] of unread) refused.push({ name: request.files[index]!.name, reason });
    if (kept.size === 0) return { kind: "failed", reason: nothingLeft(refused), refused };

    const indices = [...kept.keys()].sort((a, b) => a - b);
    const target = await beginResult(request, frames, kind);
    const bands = { method, settings, scratchPath, indices, ...target };
    await fuseBands(pool, bands, state.plan, signal, (share) => {
      fusedShare = share;
      progress();
    });
    if (signal?.aborted) return { kind: "aborted" };
    await keepOver(request, state, pool, target, refused);
  } finally {
    await Promise.all(pool.map((thread) => thread.end()));
    if (!folder) await rm(scratchPath, { force: true });
  }
  const used = [...kept.keys()].sort((a, b) => a - b).map((index) => request.files[index]!.name);
  const seconds = (performance.now() - startedAt) / 1000;
  const layers = request.layersPath === null ? [] : layersOf(kind);
  return { kind: "done", width, height, used, refused, gapsLeft: 0, layers, seconds, resumed };
}

/** Has threads fuse band after band of all kept frames, each written to its place in the result. */
async function fuseBands(
  pool: readonly Thread<StackThread>[],
  request: Omit<BandRequest, "from" | "to" | "bandSamples">,
  { width, height, depth }: StackPlan,
  signal: AbortSignal | undefined,
  onShare: (share: number) => void,
): Promise<void> {
  const samples = 3 * width * height;
  const ofEach = Math.max(BAND_BYTES / request.indices.length, LEAST_FRAME_BYTES) / (depth / 8);
  // Of whole pixels: a part of the result is told by them.
  const bandSamples = 3 * Math.max(1, Math.min(samples / 3, Math.floor(ofEach / 3)));
  const starts = Array.from({ length: Math.ceil(samples / bandSamples) }, (_, band) => band * bandSamples);
  const bands = starts.length;
  let fused = 0;
  await Promise.all(
    pool.map(async ({ ask }) => {
      for (let from = starts.shift(); from !== undefined && !signal?.aborted; from = starts.shift()) {
        const stretch = { ...request, bandSamples, from, to: Math.min(samples, from + bandSamples) };
        await ask(async (api) => api.fuseStretch(stretch));
        fused++;
        onShare(fused / bands);
      }
    }),
  );
}
