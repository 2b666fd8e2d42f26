import { rm } from "node:fs/promises";
import { parseRecipe, printRecipe } from "@/core/recipe";
import { lineMethod, type StackMethod } from "@/core/stack";
import type { Db } from "@/db/database";
import { publish } from "@/db/events";
import { addLogEntry } from "@/db/log";
import { findShot } from "@/db/outings";
import { findRun } from "@/db/runs";
import { cancelParts, findJob, findStack, type Job, type Stack, updateOwnJob, updateStack } from "@/db/stacks";
import { openPicture } from "../files/decode";
import { THUMBNAIL_EDGE_PX } from "../files/importFiles";
import { checkpointFolder, dropCheckpoints } from "../stack/checkpoint";
import type { KeptRegion, StackOutcome, StackProgress } from "../stack/request";
import { stackInProcess } from "../stack/stackInProcess";
import { adoptFile, storeBytes, storedPath, temporaryPath } from "../store";
import { keepGrowing } from "./growing";
import { foldParts } from "./parts";
import { resultNotes } from "./resultNotes";

const REPORT_EVERY_MS = 200;
/** How often a worker shows that it lives. */
const BEAT_EVERY_MS = 4000;

/** A job and the worker that has it. */
export interface ClaimedJob {
  readonly jobId: string;
  readonly worker: string;
}

/** Tells how a job stands; false when it is no longer the worker's. */
async function report(db: Db, { jobId, worker }: ClaimedJob, change: Parameters<typeof updateOwnJob>[3]) {
  const own = await updateOwnJob(db, jobId, worker, change);
  if (own) await publish(db, { topic: "job", id: jobId });
  return own;
}

/**
 * Passes progress on at most five times a second, one update after the other, and shows that the worker lives in between. A
 * job that was cancelled or given to another worker is aborted; a database that does not answer is asked again later.
 */
function reporter(db: Db, job: ClaimedJob, abort: AbortController) {
  let latest: StackProgress | null = null;
  let sending: Promise<void> | null = null;
  let heard = true;
  const send = async () => {
    do {
      const change = latest ?? {};
      latest = null;
      try {
        if (!(await report(db, job, change))) abort.abort();
        heard = true;
      } catch (error) {
        if (heard) console.error("The database did not take how far a job is; it goes on.", error);
        heard = false;
      }
      await new Promise((resolve) => setTimeout(resolve, REPORT_EVERY_MS));
    } while (latest);
    sending = null;
  };
  const beat = setInterval(() => {
    sending ??= send();
  }, BEAT_EVERY_MS);
  return {
    onProgress: (progress: StackProgress) => {
      latest = progress;
      sending ??= send();
    },
    end: async () => {
      clearInterval(beat);
      latest = null;
      await sending;
    },
  };
}

const TRIES_TO_TELL = 60;
const TRY_AGAIN_MS = 1000;

/** Does something that may be done twice until the database answers, which it may not while it is started anew. */
async function untilTold<Result>(tell: () => Promise<Result>): Promise<Result> {
  for (let tries = 1; ; tries++) {
    try {
      return await tell();
    } catch (error) {
      if (tries === TRIES_TO_TELL) throw error;
      await new Promise((resolve) => setTimeout(resolve, TRY_AGAIN_MS));
    }
  }
}

/** Runs a claimed job to its end, whatever that is: done, cancelled or failed, each said in its row. */
export async function runStackJob(db: Db, job: Job, worker: string, abort: AbortController): Promise<void> {
  const detail = await findStack(db, job.subjectId);
  if (!detail) return;
  await publish(db, { topic: "job", id: job.id });
  if (job.kind === "stack-part") await runPart(db, { job, worker }, detail.stack, abort);
  else await runStack(db, { job, worker }, detail.stack, abort);
}

interface Claim {
  readonly job: Job;
  readonly worker: string;
}

const filesOf = (inputs: Stack["inputs"]) => inputs.map(({ name, hash }) => ({ name, path: storedPath(hash) }));

/** What the stacker is asked for, but for where its results go. */
async function requestOf(db: Db, stack: Stack) {
  const { parameters } = stack;
  return {
    files: filesOf(stack.inputs),
    method: parameters.method,
    settings: parameters,
    repairsHot: parameters.repairsHot,
    darks: filesOf(stack.darks ?? []),
    align: parameters.align,
    ground: parameters.align === "stars" ? parameters.ground : null,
    keeps: keptRegion(stack),
    notes: await resultNotes(db, stack),
    checkpointFolder: checkpointFolder(stack.id),
  };
}

/** Folds a part of a stack, and keeps it for whoever collects all of them. */
async function runPart(db: Db, { job, worker }: Claim, stack: Stack, abort: AbortController): Promise<void> {
  const claimed = { jobId: job.id, worker };
  const { onProgress, end } = reporter(db, claimed, abort);
  // Nothing is written there: the paths say what is kept beside the result.
  const paths = {
    outputPath: await temporaryPath(),
    layersPath: stack.parameters.keepsLayers ? await temporaryPath() : null,
  };
  const part = { index: job.part ?? 0, of: job.parts ?? 1 };
  try {
    const request = { ...(await requestOf(db, stack)), ...paths, part };
    const outcome = await stackInProcess(request, { onProgress, signal: abort.signal });
    await end();
    if (outcome.kind === "kept")
      await untilTold(() => report(db, claimed, { state: "done", done: outcome.frames, secondsLeft: 0 }));
    else if (outcome.kind === "failed")
      await untilTold(() => report(db, claimed, { state: "failed", problem: outcome.reason, secondsLeft: null }));
  } finally {
    await end();
  }
}

/** Folds a part as whoever has the stack does: where it is lost to another worker, the stack goes on. */
async function runOwnPart(db: Db, claim: Claim, stack: Stack, signal: AbortSignal): Promise<void> {
  const own = new AbortController();
  const stop = () => own.abort();
  signal.addEventListener("abort", stop);
  try {
    await runPart(db, claim, stack, own);
  } finally {
    signal.removeEventListener("abort", stop);
  }
}

/** Adds up how far the parts of a stack are. */
function ofParts(parts: readonly Job[], total: number): StackProgress {
  const sum = (of: (part: Job) => number) => parts.reduce((all, part) => all + of(part), 0);
  const done = sum((part) => part.done);
  const framesPerSecond = sum((part) => (part.state === "running" ? part.framesPerSecond : 0));
  const secondsLeft = framesPerSecond > 0 ? (total - done) / framesPerSecond : null;
  return { done: Math.min(done, total), total, framesPerSecond, secondsLeft, resumed: sum((part) => part.resumed) };
}

/** Makes a stack: the parts of it that nobody else has taken, then the result. */
async function runStack(db: Db, { job, worker }: Claim, stack: Stack, abort: AbortController): Promise<void> {
  const claimed = { jobId: job.id, worker };
  const outputPath = await temporaryPath();
  const layersPath = stack.parameters.keepsLayers ? await temporaryPath() : null;
  const { onProgress, end } = reporter(db, claimed, abort);
  try {
    if (job.parts !== null)
      await foldParts({
        db,
        stackId: stack.id,
        worker,
        signal: abort.signal,
        fold: (part) => runOwnPart(db, { job: part, worker }, stack, abort.signal),
        onParts: (parts) => onProgress(ofParts(parts, stack.inputs.length)),
      });
    const request = { ...(await requestOf(db, stack)), outputPath, layersPath, parts: job.parts ?? 0 };
    const outcome = await stackInProcess(request, {
      onProgress,
      // A picture that could not be kept is missed by nobody: the next one follows.
      onJpeg: (jpeg) => void keepGrowing(stack.id, jpeg).catch(() => {}),
      signal: abort.signal,
    });
    await end();
    if (outcome.kind === "done") {
      const result = await storeResult(outputPath, outcome.layers.length > 0 ? layersPath : null);
      await untilTold(() => tellResult(db, claimed, stack, result, outcome));
    } else if (outcome.kind === "failed")
      await untilTold(async () => {
        await updateStack(db, stack.id, { refused: outcome.refused });
        await report(db, claimed, { state: "failed", problem: outcome.reason, secondsLeft: null });
      });
    // One that is another worker's by now still needs them.
    const state = (await untilTold(() => findJob(db, job.id)))?.state;
    if (state !== "running" && state !== "waiting") {
      await cancelParts(db, stack.id);
      await dropCheckpoints(stack.id);
    }
  } finally {
    await end();
    for (const path of [outputPath, layersPath]) if (path) await rm(path, { force: true });
  }
}

/** What is kept of one of a stack's frames. */
function keptRegion({ inputs, parameters: { keeps } }: Stack): KeptRegion | null {
  const index = inputs.findIndex(({ frameId }) => frameId === keeps?.frameId);
  return keeps && index >= 0 ? { index, shapes: keeps.shapes } : null;
}

/** The run's recipe line with the method that was really used. */
const stackedLine = (line: string, method: StackMethod): string =>
  printRecipe({ ...parseRecipe(line).recipe, stack: lineMethod(method) });

type StoredResult = Pick<Stack, "resultHash" | "thumbnailHash" | "layersHash">;

/** Gives a result, its small picture and its parts their places in the store. */
async function storeResult(outputPath: string, layersPath: string | null): Promise<StoredResult> {
  const thumbnail = await storeBytes(await (await openPicture(outputPath)).thumbnail(THUMBNAIL_EDGE_PX));
  const layersHash = layersPath === null ? null : (await adoptFile(layersPath)).hash;
  return { resultHash: (await adoptFile(outputPath)).hash, thumbnailHash: thumbnail.hash, layersHash };
}

/** Tells of a result with its log entry, all or nothing; not for a job that is no longer the worker's. */
async function tellResult(
  db: Db,
  { jobId, worker }: ClaimedJob,
  stack: Stack,
  result: StoredResult,
  outcome: Extract<StackOutcome, { kind: "done" }>,
): Promise<void> {
  const { width, height, seconds, refused, used, layers, gapsLeft } = outcome;
  const run = await findRun(db, stack.runId);
  const shot = await findShot(db, stack.shotId);
  const end = { state: "done", done: used.length, total: used.length, secondsLeft: 0 } as const;
  await db.transaction(async (within) => {
    if (!(await updateOwnJob(within, jobId, worker, end))) return;
    await updateStack(within, stack.id, {
      ...result,
      framesUsed: used.length,
      gapsLeft,
      width,
      height,
      seconds,
      refused,
      layers: layers.length > 0 ? layers : null,
    });
    if (!shot) return;
    await addLogEntry(within, {
      outingId: shot.outingId,
      shotId: shot.id,
      runId: stack.runId,
      stackId: stack.id,
      kind: "stack",
      recipeLine: stackedLine(run?.recipeLine ?? "", stack.parameters.method),
      phoneName: run?.phoneName ?? null,
      frameCount: used.length,
      refusedCount: refused.length,
      thumbnailHash: result.thumbnailHash,
    });
  });
  await publish(db, { topic: "job", id: jobId });
}
