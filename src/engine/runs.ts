import { randomUUID } from "node:crypto";
import type { PhoneCapabilities, PhoneFrame, PhoneRun } from "@/contracts/phoneProtocol";
import { printRecipe, type Recipe } from "@/core/recipe";
import type { Db } from "@/db/database";
import { publish } from "@/db/events";
import { countHandFrames } from "@/db/handFrames";
import { addLogEntry } from "@/db/log";
import { findShot } from "@/db/outings";
import { isOutOfReach } from "@/db/outOfReach";
import {
  addFrame,
  beatRun,
  createRun,
  findFirstFrame,
  findRun,
  findSilentRuns,
  finishRun,
  type Run,
  runSize,
  standRun,
} from "@/db/runs";
import type { RunsHost } from "./capturing";
import { openPicture } from "./files/decode";
import { THUMBNAIL_EDGE_PX } from "./files/importFiles";
import { plainReason } from "./files/pictureFailure";
import { PhoneAnswerError, type RemotePhone } from "./phone/client";
import { collectRun } from "./phone/collect";
import { linkedPhone, phoneIfThere, setStandIn } from "./phone/linked";
import type { CaptureOptions } from "./phone/protocol";
import { ensureRoom } from "./room";
import { cameraOf, stageOf } from "./shotStage";
import { storeBytes } from "./store";

/** A phone's files at their largest: noise at a high ISO hardly packs. */
const FILE_BYTES_PER_PIXEL = 2;
/** A raw copy of three samples of 16 bits. */
const RAW_BYTES_PER_PIXEL = 6;
/** A phone may stay out of reach for so long before its run is given up. */
const GIVE_UP_MS = 5 * 60_000;

export type StartedRun =
  | { readonly kind: "started"; readonly run: Run; readonly ended: Promise<void> }
  | { readonly kind: "refused"; readonly problems: readonly string[] };

/** Keeps one frame: bytes into the store, synced, and a row for the run; one that is there already stays as it is. */
async function keepFrame(
  db: Db,
  run: Run,
  frame: PhoneFrame,
  { bytes, raw }: { readonly bytes: Buffer; readonly raw: Buffer | null },
  fNumber: number | null,
): Promise<void> {
  const picture = await openPicture(bytes);
  const { width, height, depth } = picture.header;
  const thumbnail = await storeBytes(await picture.thumbnail(THUMBNAIL_EDGE_PX));
  const stored = await storeBytes(bytes);
  const storedRaw = raw && (await storeBytes(raw));
  const { name, takenAt, shutterSeconds, iso } = frame;
  await addFrame(db, {
    runId: run.id,
    name,
    hash: stored.hash,
    bytes: stored.bytes,
    width,
    height,
    depth,
    thumbnailHash: thumbnail.hash,
    takenAt: new Date(takenAt),
    shutterSeconds,
    iso,
    fNumber,
    camera: run.phoneName,
    recipeLine: run.recipeLine,
    rawHash: storedRaw?.hash ?? null,
    rawBytes: storedRaw?.bytes ?? null,
  });
}

/** How often the process that fills a run shows that it lives. */
const BEAT_EVERY_MS = 4000;
const AWAY = "The phone is out of reach; it goes on by itself, and its frames come when it is back.";

/** Takes a run's frames from the phone until it has ended, and logs it. */
async function collect({ database: { db }, capturing }: RunsHost, phone: RemotePhone, run: Run): Promise<void> {
  const stop = new AbortController();
  capturing.set(run.id, { phone, stop });
  const beat = setInterval(() => void beatRun(db, run.id).catch(() => {}), BEAT_EVERY_MS);
  let known = run.state;
  let isAway = false;
  const stands = async (stood: PhoneRun | null): Promise<void> => {
    const state = stood === null ? known : stood.state === "paused" ? "paused" : "running";
    if (state === known && isAway === (stood === null)) return;
    known = state;
    isAway = stood === null;
    if (state === "running" || state === "paused") await standRun(db, run.id, state, isAway ? AWAY : null);
    await publish(db, { topic: "run", id: run.id });
  };
  try {
    const { lens } = await phone.capabilities().catch(() => ({ lens: null }));
    const keep = async (frame: PhoneFrame, bytes: Buffer, raw: Buffer | null): Promise<void> => {
      await keepFrame(db, run, frame, { bytes, raw }, lens?.fNumber ?? null);
      await publish(db, { topic: "run", id: run.id });
    };
    const collecting = { keep, stands, passes: isOutOfReach };
    const { state, fault } = await collectRun(phone, run.id, collecting, GIVE_UP_MS, stop.signal);
    await finishRun(db, run.id, state === "done" || state === "failed" ? state : "aborted", fault?.message ?? null);
  } catch (error) {
    // Whoever starts this application again goes on with a run that was only left.
    if (stop.signal.aborted) return;
    await finishRun(db, run.id, "failed", plainReason(error)).catch(console.error);
  } finally {
    clearInterval(beat);
    capturing.delete(run.id);
  }
  await logRun(db, run.id).catch(console.error);
  await publish(db, { topic: "run", id: run.id }).catch(console.error);
}

/** Adds the log entry of a run that has ended, unless it yielded nothing. */
export async function logRun(db: Db, runId: string): Promise<void> {
  const run = await findRun(db, runId);
  const shot = run && (await findShot(db, run.shotId));
  if (!run || !shot) return;
  const count = run.source === "hand" ? await countHandFrames(db, runId) : (await runSize(db, runId)).count;
  if (count === 0) return;
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

/** The width that a phone writes which comes nearest to the one that is wanted: another phone has other sizes than the kit's. */
const offeredWidth = ({ widthsPx }: PhoneCapabilities, wantedPx: number): number =>
  widthsPx.reduce((best, each) => (Math.abs(each - wantedPx) < Math.abs(best - wantedPx) ? each : best));

/**
 * Arms the phone and starts a run of a shot; frames arrive in the background.
 *
 * @returns The run and a promise of its end, or what the phone cannot do.
 * @throws PhoneAnswerError when it is at another run, PhoneAwayError when it does not answer.
 */
export async function startRun(
  host: RunsHost,
  request: { readonly shotId: string; readonly recipe: Recipe; readonly options: CaptureOptions },
): Promise<StartedRun> {
  const { db } = host.database;
  const { recipe, options } = request;
  const shot = await findShot(db, request.shotId);
  if (!shot) throw new RangeError(`there is no shot ${request.shotId}`);
  const camera = await cameraOf(db, shot);
  const linked = await linkedPhone();
  const { pace, seed, startsAt } = options;
  await setStandIn(linked, await stageOf(db, shot, camera, startsAt?.toISOString() ?? null));
  const { phone } = linked;
  const widthPx = offeredWidth(await phone.capabilities(), options.widthPx);
  const line = printRecipe(recipe);
  const id = randomUUID();
  try {
    await phone.arm({ id, line, widthPx, pace, seed });
  } catch (error) {
    if (error instanceof PhoneAnswerError && error.code === "cannot-do")
      return { kind: "refused", problems: error.details };
    throw error;
  }
  try {
    const frames = recipe.sequence?.frames ?? 1;
    const heightPx = (widthPx * camera.lens.heightPx) / camera.lens.widthPx;
    const perPixel = FILE_BYTES_PER_PIXEL + (recipe.files === "raw+jpeg" ? RAW_BYTES_PER_PIXEL : 0);
    await ensureRoom("This run", frames * widthPx * heightPx * perPixel);
    const run = await createRun(db, {
      id,
      shotId: request.shotId,
      source: "phone",
      recipeLine: line,
      phoneName: camera.phone,
      state: "running",
      framesWanted: frames,
    });
    await phone.start(id);
    return { kind: "started", run, ended: collect(host, phone, run) };
  } catch (error) {
    await phone.abort(id).catch(() => {});
    await finishRun(db, id, "failed", plainReason(error));
    throw error;
  }
}

/** Goes on with runs that another process left while the phone went on with them; without a phone nothing happens. */
export async function resumeRuns(host: RunsHost, everyRunningIsLeft: boolean): Promise<readonly string[]> {
  const { db } = host.database;
  const left = (await findSilentRuns(db, everyRunningIsLeft)).filter(({ id }) => !host.capturing.has(id));
  if (left.length === 0) return [];
  const linked = await phoneIfThere();
  if (!linked) return [];
  const resumed: string[] = [];
  for (const run of left) {
    const isThere = await linked.phone.frames(run.id).then(
      () => true,
      () => false,
    );
    if (!isThere) continue;
    await beatRun(db, run.id);
    resumed.push(run.id);
    void collect(host, linked.phone, run);
  }
  return resumed;
}
