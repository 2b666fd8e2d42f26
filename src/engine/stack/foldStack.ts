import {
  createStack,
  type FoldedWay,
  fadeWeights,
  layersOf,
  layOutMemory,
  MOST_MEMORY_BYTES,
  wholeSteps,
} from "@/core/stack";
import { type OpenedFrames, openFrames } from "./decodedFrames";
import { foldedSoFar, framesOfPart } from "./foldedSoFar";
import { startFrameThreads, takeFrames, threadsFor } from "./frameThreads";
import { keepOver } from "./keepOver";
import type { FrameReply } from "./messages";
import { prepareFrames } from "./preparation";
import { nothingLeft, partsOf, type StackOutcome, type StackRequest, type StackWatch } from "./request";
import { watchSmall } from "./smallPicture";
import { writeResult } from "./writeResult";
import { beginResult } from "./writeTiff";

/** What is kept of frames while they pass, and what each counts for. */
function planOf(
  request: StackRequest,
  { width, height, depth, chosen, files }: OpenedFrames,
  { keeps, base, usualFade }: FoldedWay,
  threads: number,
) {
  const fade = fadeWeights(chosen.length, request.settings.fade ?? usualFade(chosen.length));
  const faded = fade.map((weight, at) => wholeSteps(weight * (files[at]!.weight ?? 1)));
  const weights = new Map(faded.map((weight, at) => [chosen[at]!, weight]));
  const wanted = request.layersPath === null || base === null ? [] : [base];
  const plan = {
    width,
    height,
    depth,
    keeps: [...new Set([...keeps, ...wanted])],
    weighted: faded.some((weight) => weight < 1),
    hasDark: request.darks.length > 0,
    moves: request.align !== "none",
    threads,
  };
  return { plan, weights };
}

/**
 * Fuses frames on worker threads: each decodes a frame and folds it into one shared accumulator, so memory does not
 * grow with the number of frames. Frames that cannot be used are left out and named. The sums are exact integers, so
 * the result does not depend on the number of threads, the order of frames, or whether the run was resumed.
 */
export async function foldStack(
  request: StackRequest,
  way: FoldedWay,
  { onProgress, onPicture, signal }: StackWatch,
): Promise<StackOutcome> {
  const startedAt = performance.now();
  const frames = await openFrames(request.files);
  if ("kind" in frames) return frames;
  const { width, height, chosen, refused } = frames;
  const { method, settings } = request;
  const threads = threadsFor(request.threads, chosen.length);
  const kind = partsOf(request);
  const { plan, weights } = planOf(request, frames, way, threads);
  if (layOutMemory(plan).totalBytes > MOST_MEMORY_BYTES) {
    const reason = `${width} x ${height} pixels need more memory than a stack can have (4 GB).`;
    return { kind: "failed", reason, refused };
  }
  const state = createStack({ ...plan, encoded: settings.encoded });

  const { folded, unread, resumed, save } = await foldedSoFar(request, state);
  const wanted = framesOfPart(chosen, request.part);
  const pending = wanted.filter((index) => !folded.has(index) && !unread.has(index));

  const progress = () => {
    const seconds = (performance.now() - startedAt) / 1000;
    const doneNow = folded.size - resumed;
    const framesPerSecond = seconds > 0 ? doneNow / seconds : 0;
    const left = wanted.length - folded.size - unread.size;
    onProgress({
      done: folded.size,
      total: wanted.length,
      framesPerSecond,
      secondsLeft: doneNow >= 2 ? left / framesPerSecond : null,
      resumed,
    });
  };
  progress();
  let gapsLeft = 0;
  const nextPath = (index: number): string | null => {
    const next = settings.fillsGaps ? chosen[chosen.indexOf(index) + 1] : undefined;
    return next === undefined ? null : request.files[next]!.path;
  };
  const small = watchSmall(request, frames, onPicture);
  const settle = (reply: FrameReply) => {
    if (reply.kind === "taken") {
      folded.add(reply.index);
      small.add(reply.small);
      if (reply.leavesGap) gapsLeft++;
    } else unread.set(reply.index, reply.reason);
    progress();
  };
  const pool = await startFrameThreads(state, await prepareFrames(request, frames, state), small.every);
  try {
    await takeFrames({
      pool,
      pending,
      take: ({ ask }, index) =>
        ask(async (api) =>
          api.fold({ index, path: request.files[index]!.path, weight: weights.get(index)!, nextPath: nextPath(index) }),
        ),
      settle,
      save,
      signal,
    });
    if (signal?.aborted) return { kind: "aborted" };
    if (request.part) {
      await save();
      return { kind: "kept", frames: folded.size };
    }
    for (const [index, reason] of unread) refused.push({ name: request.files[index]!.name, reason });
    if (folded.size === 0) return { kind: "failed", reason: nothingLeft(refused), refused };
    const weight = [...folded].reduce((sum, index) => sum + weights.get(index)!, 0);
    const target = await beginResult(request, frames, kind);
    await writeResult({ state, pool, method, survey: way.survey, weight }, target);
    await keepOver(request, state, pool, target, refused);
  } finally {
    await Promise.all(pool.map((thread) => thread.end()));
  }
  const used = [...folded].sort((a, b) => a - b).map((index) => request.files[index]!.name);
  const seconds = (performance.now() - startedAt) / 1000;
  const layers = request.layersPath === null ? [] : layersOf(kind);
  return { kind: "done", width, height, used, refused, gapsLeft, layers, seconds, resumed };
}
