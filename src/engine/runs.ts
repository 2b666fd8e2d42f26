import { type Camera, chosenCamera, framed, WHOLE_SENSOR } from "@/core/camera";
import { printRecipe, type Recipe } from "@/core/recipe";
import { standInFor } from "@/core/rehearse";
import { aimedSkyOf, sceneOf } from "@/core/shot";
import type { Db } from "@/db/database";
import { publish } from "@/db/events";
import { findKit } from "@/db/kit";
import { addLogEntry } from "@/db/log";
import { findOuting, findShot, type Shot } from "@/db/outings";
import { addFrame, beatRun, createRun, findFirstFrame, findRun, finishRun, type Run, runSize } from "@/db/runs";
import type { Application } from "./application";
import { makeThumbnail, plainReason, readHeader } from "./files/decode";
import { THUMBNAIL_EDGE_PX } from "./files/importFiles";
import { BEAT_EVERY_MS } from "./jobs/queue";
import type { ArmProblem, CapturedFrame, CaptureOptions, Phone } from "./phone/protocol";
import { StandInPhone } from "./phone/standIn";
import { nightOf, plannedShotOf } from "./plan/nightOf";
import { ensureRoom } from "./room";
import { storeBytes } from "./store";

/**
 * A stand-in for the phone of the kit that a shot is taken with: before the shot's own scene, under its light and sky, with
 * its crop, and as warm as its night.
 */
export async function standInPhone(db: Db, shot: Shot): Promise<Phone> {
  const outing = await findOuting(db, shot.outingId);
  const night = outing ? nightOf(outing) : null;
  const planned = plannedShotOf(shot);
  const facts = sceneOf(planned, night);
  const camera = framed(chosenCamera(await findKit(db), shot.camera), shot.aim?.crop ?? WHOLE_SENSOR);
  const scene = standInFor(shot.intent, facts, aimedSkyOf(planned, night), camera.lens);
  return new StandInPhone(camera, { scene, sensorCelsius: facts.sensorCelsius });
}

/** The stand-in's files at their largest: noise at a high ISO hardly packs. */
const FILE_BYTES_PER_PIXEL = 2;

export type StartedRun =
  | { readonly kind: "started"; readonly run: Run }
  | { readonly kind: "refused"; readonly problems: readonly ArmProblem[] };

/** Keeps one captured frame: bytes into the store, a row for the run. */
async function keepFrame(
  db: Db,
  runId: string,
  recipe: Recipe,
  captured: CapturedFrame,
  { phone, lens }: Camera,
): Promise<void> {
  const jpeg = Buffer.from(captured.jpeg.buffer, captured.jpeg.byteOffset, captured.jpeg.byteLength);
  const { width, height, depth } = await readHeader(jpeg);
  const thumbnail = await storeBytes(await makeThumbnail(jpeg, THUMBNAIL_EDGE_PX));
  const { hash, bytes } = await storeBytes(jpeg);
  await addFrame(db, {
    runId,
    name: captured.name,
    hash,
    bytes,
    width,
    height,
    depth,
    thumbnailHash: thumbnail.hash,
    takenAt: captured.takenAt,
    shutterSeconds: captured.shutterSeconds,
    iso: captured.iso,
    fNumber: lens.fNumber,
    camera: phone,
    recipeLine: printRecipe(recipe),
  });
}

/** Captures an armed phone's frames into a run and logs it; returns when the run has ended. */
async function capture(db: Db, phone: Phone, run: Run, recipe: Recipe): Promise<void> {
  const { camera } = await phone.capabilities();
  const beat = setInterval(() => void beatRun(db, run.id).catch(() => {}), BEAT_EVERY_MS);
  try {
    for await (const captured of phone.capture()) {
      await keepFrame(db, run.id, recipe, captured, camera);
      await publish(db, { topic: "run", id: run.id });
    }
    const { count } = await runSize(db, run.id);
    await finishRun(db, run.id, count < run.framesWanted ? "aborted" : "done");
  } catch (error) {
    await finishRun(db, run.id, "failed", plainReason(error));
  } finally {
    clearInterval(beat);
  }
  await logRun(db, run.id);
  await publish(db, { topic: "run", id: run.id });
}

/** Adds the log entry of a run that has ended, unless it yielded nothing. */
export async function logRun(db: Db, runId: string): Promise<void> {
  const run = await findRun(db, runId);
  const shot = run && (await findShot(db, run.shotId));
  const { count } = await runSize(db, runId);
  if (!run || !shot || count === 0) return;
  await addLogEntry(db, {
    outingId: shot.outingId,
    shotId: shot.id,
    runId,
    kind: "run",
    recipeLine: run.recipeLine,
    phoneName: run.phoneName,
    frameCount: count,
    refusedCount: run.refused.length,
    thumbnailHash: (await findFirstFrame(db, runId))?.thumbnailHash ?? null,
  });
}

/**
 * Arms the phone and starts a run of a shot; frames arrive in the background.
 *
 * @returns The run and a promise of its end, or what the phone cannot do.
 */
export async function startRun(
  { database: { db }, capturing }: Pick<Application, "database" | "capturing">,
  request: { readonly shotId: string; readonly recipe: Recipe; readonly options: CaptureOptions },
): Promise<StartedRun & { readonly ended?: Promise<void> }> {
  const shot = await findShot(db, request.shotId);
  if (!shot) throw new RangeError(`there is no shot ${request.shotId}`);
  const phone = await standInPhone(db, shot);
  const armed = await phone.arm(request.recipe, request.options);
  if (armed.kind === "refused") return armed;
  const { frames } = request.recipe.sequence!;
  const { lens } = (await phone.capabilities()).camera;
  const heightPx = (request.options.widthPx * lens.heightPx) / lens.widthPx;
  await ensureRoom("This run", frames * request.options.widthPx * heightPx * FILE_BYTES_PER_PIXEL);
  const run = await createRun(db, {
    shotId: request.shotId,
    source: "phone",
    recipeLine: printRecipe(request.recipe),
    phoneName: (await phone.capabilities()).camera.phone,
    state: "running",
    framesWanted: frames,
  });
  capturing.set(run.id, phone);
  const ended = capture(db, phone, run, request.recipe).finally(() => capturing.delete(run.id));
  return { kind: "started", run, ended };
}
