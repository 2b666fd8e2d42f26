import { mkdir } from "node:fs/promises";
import { join } from "node:path";
import { parseRecipe, printRecipe, recipeXmp, type StackMethod } from "@/core/recipe";
import type { Db } from "@/db/database";
import { publish } from "@/db/events";
import { addLogEntry } from "@/db/log";
import { findShot } from "@/db/outings";
import { findFrames, findRun } from "@/db/runs";
import { findJob, findStack, type Stack, updateJob, updateStack } from "@/db/stacks";
import { makeThumbnail } from "../files/decode";
import { exifDate } from "../files/exif";
import { THUMBNAIL_EDGE_PX } from "../files/importFiles";
import { dataFolder } from "../folders";
import { dropCheckpoint } from "../stack/checkpoint";
import type { StackOutcome, StackProgress } from "../stack/request";
import { stackInProcess } from "../stack/stackInProcess";
import { adoptFile, storeBytes, storedPath, temporaryPath } from "../store";

const REPORT_EVERY_MS = 200;

async function report(db: Db, jobId: string, change: Parameters<typeof updateJob>[2]): Promise<void> {
  await updateJob(db, jobId, { ...change, beatAt: new Date() });
  await publish(db, { topic: "job", id: jobId });
}

/** Passes progress on at most five times a second, one update after the other. */
function throttledReporter(
  db: Db,
  jobId: string,
): { onProgress(progress: StackProgress): void; settled(): Promise<void> } {
  let latest: StackProgress | undefined;
  let sending: Promise<void> | undefined;
  const send = async () => {
    while (latest) {
      const progress = latest;
      latest = undefined;
      await report(db, jobId, { ...progress });
      await new Promise((resolve) => setTimeout(resolve, REPORT_EVERY_MS));
    }
    sending = undefined;
  };
  return {
    onProgress: (progress) => {
      latest = progress;
      sending ??= send();
    },
    settled: async () => {
      latest = undefined;
      await sending;
    },
  };
}

/** Runs one stack job to its end, whatever that is: done, cancelled or failed, each said in its row. */
export async function runStackJob(db: Db, jobId: string, signal: AbortSignal): Promise<void> {
  const job = await findJob(db, jobId);
  const detail = job && (await findStack(db, job.subjectId));
  if (!job || !detail || job.state === "cancelled" || job.state === "done") return;
  const { stack } = detail;
  await report(db, jobId, { state: "running" });

  const checkpoints = join(dataFolder(), "checkpoints");
  await mkdir(checkpoints, { recursive: true });
  const outputPath = await temporaryPath();
  const reporter = throttledReporter(db, jobId);
  const outcome = await stackInProcess(
    {
      files: stack.inputs.map(({ name, hash }) => ({ name, path: storedPath(hash) })),
      ...stack.parameters,
      outputPath,
      notes: await notesOf(db, stack),
      checkpointPath: join(checkpoints, stack.id),
    },
    reporter.onProgress,
    signal,
  );
  await reporter.settled();
  if (outcome.kind === "done") await keepResult(db, jobId, stack, outputPath, outcome);
  else if (outcome.kind === "aborted") await report(db, jobId, { state: "cancelled", secondsLeft: null });
  else {
    await updateStack(db, stack.id, { refused: outcome.refused });
    await report(db, jobId, { state: "failed", problem: outcome.reason, secondsLeft: null });
  }
}

/** What is written into the result's own metadata. */
async function notesOf(db: Db, stack: Stack) {
  const run = await findRun(db, stack.runId);
  const [first] = await findFrames(
    db,
    stack.inputs.slice(0, 1).map(({ frameId }) => frameId),
  );
  const { recipe } = parseRecipe(run?.run.recipeLine ?? "");
  return {
    software: "Aevumen",
    ...(first?.camera ? { camera: first.camera } : {}),
    ...(first?.takenAt ? { takenAt: exifDate(first.takenAt) } : {}),
    ...(first?.shutterSeconds ? { exposureSeconds: first.shutterSeconds } : {}),
    ...(first?.fNumber ? { fNumber: first.fNumber } : {}),
    ...(first?.iso ? { iso: first.iso } : {}),
    xmp: recipeXmp({ ...recipe, stack: stack.parameters.method }, { frames: stack.inputs.length }),
  };
}

/** The run's recipe line with the method that was really used. */
function stackedLine(line: string, stack: StackMethod): string {
  return printRecipe({ ...parseRecipe(line).recipe, stack });
}

async function keepResult(
  db: Db,
  jobId: string,
  stack: Stack,
  outputPath: string,
  outcome: Extract<StackOutcome, { kind: "done" }>,
): Promise<void> {
  const thumbnail = await storeBytes(await makeThumbnail(outputPath, THUMBNAIL_EDGE_PX));
  const { hash } = await adoptFile(outputPath);
  const { width, height, seconds, refused, used } = outcome;
  await updateStack(db, stack.id, {
    resultHash: hash,
    thumbnailHash: thumbnail.hash,
    framesUsed: used.length,
    width,
    height,
    seconds,
    refused,
  });
  await dropCheckpoint(join(dataFolder(), "checkpoints", stack.id));
  const run = await findRun(db, stack.runId);
  const shot = await findShot(db, stack.shotId);
  if (shot) {
    await addLogEntry(db, {
      outingId: shot.outingId,
      shotId: shot.id,
      runId: stack.runId,
      stackId: stack.id,
      kind: "stack",
      recipeLine: stackedLine(run?.run.recipeLine ?? "", stack.parameters.method),
      phoneName: run?.run.phoneName ?? null,
      frameCount: used.length,
      refusedCount: refused.length,
      thumbnailHash: thumbnail.hash,
    });
  }
  await report(db, jobId, { state: "done", done: used.length, total: used.length, secondsLeft: 0 });
}
