import { randomUUID } from "node:crypto";
import type { PhoneCapabilities, PhoneFrame, PhoneRun } from "@/contracts/phoneProtocol";
import { parseRecipe, printRecipe, type Recipe } from "@/core/recipe";
import type { Db } from "@/db/database";
import { publish } from "@/db/events";
import { countHandFrames } from "@/db/handFrames";
import { addLogEntry, recountRun } from "@/db/log";
import { findShot } from "@/db/outings";
import {
  addFrame,
  addRefusal,
  beatRun,
  createRun,
  findFirstFrame,
  findRun,
  findSilentRuns,
  finishRun,
  type Run,
  reopenRun,
  runSize,
  standRun,
  tellClock,
} from "@/db/runs";
import type { ActiveRun, RunsHost } from "./capturing";
import { openPicture } from "./files/decode";
import { THUMBNAIL_EDGE_PX } from "./files/importFiles";
import { plainReason } from "./files/pictureFailure";
import type { RemotePhone } from "./phone/client";
import { byOwnClock, measureClock, type PhoneClock } from "./phone/clock";
import { collectRun, type WaitingForPhone } from "./phone/collect";
import { failureOfRun, PhoneAnswerError } from "./phone/failures";
import { linkedPhone, phoneIfThere, setStandIn } from "./phone/linked";
import type { CaptureOptions } from "./phone/protocol";
import { ensureRoom } from "./room";
import { cameraOf, stageOf } from "./shotStage";
import { keepReceived, type ReceivedFile, storeBytes } from "./store";

/** A phone's files at their largest: noise at a high ISO hardly packs. */
const FILE_BYTES_PER_PIXEL = 2;
/** A raw copy of three samples of 16 bits. */
const RAW_BYTES_PER_PIXEL = 6;

export type StartedRun =
  | { readonly kind: "started"; readonly run: Run; readonly ended: Promise<void> }
  | { readonly kind: "refused"; readonly problems: readonly string[] };

/** Names that no database keeps have letters that none has: a NUL, halves of letters. */
const plainName = (name: string): string => name.replace(/\0|\p{Surrogate}/gu, "\ufffd");

/** Keeps one frame: its files into the store, and a row for the run; one that is there already stays as it is. */
async function keepFrame(
  db: Db,
  run: Run,
  frame: PhoneFrame,
  { file, raw }: { readonly file: ReceivedFile; readonly raw: ReceivedFile | null },
  { fNumber, clock }: { readonly fNumber: number | null; readonly clock: PhoneClock | null },
): Promise<void> {
  const picture = await openPicture(file.path);
  const { width, height, depth } = picture.header;
  const thumbnail = await storeBytes(await picture.thumbnail(THUMBNAIL_EDGE_PX));
  const stored = await keepReceived(file);
  const storedRaw = raw && (await keepReceived(raw));
  const { index, name, takenAt, shutterSeconds, iso } = frame;
  await addFrame(db, {
    runId: run.id,
    runIndex: index,
    name: plainName(name),
    hash: stored.hash,
    bytes: stored.bytes,
    width,
    height,
    depth,
    thumbnailHash: thumbnail.hash,
    takenAt: byOwnClock(new Date(takenAt), clock),
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
const waitText = (left: number): string =>
  left > 0
    ? `It goes on by itself; ${left === 1 ? "a frame is" : `${left} frames are`} still on it, and come when it is back`
    : "It goes on by itself, and its frames come when it is back";
const setAsideText = (count: number): string =>
  `${count === 1 ? "A frame did" : `${count} frames did`} not arrive as ${count === 1 ? "it was" : "they were"} taken`;
const withoutRawText = (count: number): string =>
  `${count === 1 ? "A frame" : `${count} frames`} came without the raw copy that the recipe asks for`;
const STOPPED = "It was stopped here; frames may still be on the phone";

/** So often a phone's clock is measured anew: a bad one loses a second in a quarter of an hour. */
const CLOCK_EVERY_MS = 4 * 60_000;

/** A phone's clock as it was measured last, and measured anew now and then; what it is goes with the run. */
function clockOf(db: Db, phone: RemotePhone, runId: string, signal: AbortSignal): () => Promise<PhoneClock | null> {
  let [clock, measuredAt]: [PhoneClock | null, number] = [null, Number.NEGATIVE_INFINITY];
  return async () => {
    if (performance.now() - measuredAt < CLOCK_EVERY_MS) return clock;
    clock = (await measureClock(phone, signal)) ?? clock;
    measuredAt = performance.now();
    if (clock) await tellClock(db, runId, clock.aheadMs / 1000);
    return clock;
  };
}

/** Takes a run's frames from the phone until it has ended, and logs it, unless it was logged before. */
async function collect(
  { database: { db }, capturing }: RunsHost,
  phone: RemotePhone,
  run: Run,
  isLogged = false,
): Promise<void> {
  const [stop, end] = [new AbortController(), new AbortController()];
  capturing.set(run.id, { phone, stop, end });
  const beat = setInterval(() => void beatRun(db, run.id).catch(() => {}), BEAT_EVERY_MS);
  const signal = AbortSignal.any([stop.signal, end.signal]);
  let told = "";
  let known: "running" | "paused" = run.state === "paused" ? "paused" : "running";
  const stands = async (stood: PhoneRun | WaitingForPhone): Promise<void> => {
    const isWaiting = "since" in stood;
    // Whatever it was at, a phone that is out of reach goes on with.
    if (!isWaiting) known = stood.state === "paused" ? "paused" : "running";
    const now = JSON.stringify(isWaiting ? stood : known);
    if (now === told) return;
    const wait = isWaiting
      ? { problem: waitText(stood.left), waitingSince: stood.since }
      : { problem: null, waitingSince: null };
    await standRun(db, run.id, known, wait);
    told = now;
    await publish(db, { topic: "run", id: run.id });
  };
  try {
    const { lens } = await phone.capabilities(signal).catch(() => ({ lens: null }));
    const asksRaw = parseRecipe(run.recipeLine).recipe.files === "raw+jpeg";
    let withoutRaw = 0;
    const clockNow = clockOf(db, phone, run.id, signal);
    const keep = async (frame: PhoneFrame, file: ReceivedFile, raw: ReceivedFile | null): Promise<void> => {
      await keepFrame(db, run, frame, { file, raw }, { fNumber: lens?.fNumber ?? null, clock: await clockNow() });
      if (asksRaw && raw === null) withoutRaw++;
      await publish(db, { topic: "run", id: run.id });
    };
    const setAside = async ({ index, name }: PhoneFrame, error: unknown): Promise<void> => {
      await addRefusal(db, run.id, { name: `Frame ${index + 1}, ${plainName(name)}`, reason: plainReason(error) });
      await publish(db, { topic: "run", id: run.id });
    };
    const collected = await collectRun(phone, run.id, { keep, setAside, stands }, signal);
    const { state, fault } = collected.run;
    const aside = collected.setAside > 0 ? setAsideText(collected.setAside) : null;
    const bare = withoutRaw > 0 ? withoutRawText(withoutRaw) : null;
    const said = [fault?.message, aside, bare].flatMap((text) => text?.replace(/\.$/, "") ?? []);
    const problem = said.length > 0 ? said.join(". ") : null;
    const ended = state === "done" || state === "failed" ? state : "aborted";
    await finishRun(db, run.id, ended, problem, collected.setAside > 0);
  } catch (error) {
    // Whoever starts this application again goes on with a run that was only left.
    if (stop.signal.aborted) return;
    const isForgotten = error instanceof PhoneAnswerError && error.code === "not-found";
    const [state, problem] = end.signal.aborted
      ? (["aborted", STOPPED] as const)
      : (["failed", reasonOf(error)] as const);
    await finishRun(db, run.id, state, problem, !isForgotten).catch(console.error);
  } finally {
    clearInterval(beat);
    capturing.delete(run.id);
  }
  await (isLogged ? relogRun(db, run.id) : logRun(db, run.id)).catch(console.error);
  await publish(db, { topic: "run", id: run.id }).catch(console.error);
}

/** Why a run ended before all its frames were here. */
function reasonOf(error: unknown): string {
  if (error instanceof PhoneAnswerError && error.code === "not-found")
    return "The phone was started anew and has forgotten this run; what had arrived is kept";
  if (error instanceof PhoneAnswerError && error.code === "unauthorized")
    return "The phone lets nobody in with this token any more; link it again, then fetch what is still on it";
  return error instanceof Error ? error.message : String(error);
}

/** How long a phone may take to hear that a run is to end, before that is so without it. */
const HEARS_MS = 2000;

/** Runs whose phone has heard that they are to end: their frames still come. */
const heard = new WeakSet<ActiveRun>();

/**
 * Ends a run that goes on, at once, whatever hangs: a phone that does not hear of it keeps what it takes. Who asks again does not wait for
 * the frames either.
 */
export async function stopRun(active: ActiveRun, runId: string): Promise<void> {
  const { phone, end } = active;
  if (heard.has(active)) return end.abort();
  try {
    await phone.abort(runId, AbortSignal.timeout(HEARS_MS));
    heard.add(active);
  } catch {
    end.abort();
  }
}

/**
 * Takes the frames of a run that has ended which still lie on the phone, in the background.
 *
 * @returns Whether there may be any.
 * @throws PhoneAwayError when it does not answer, PhoneAnswerError `not-found` when it has forgotten the run.
 */
export async function fetchLeft(host: RunsHost, runId: string): Promise<boolean> {
  const { db } = host.database;
  const run = await findRun(db, runId);
  if (!run?.mayBeLeft) return false;
  const { phone } = await linkedPhone();
  await phone.frames(runId);
  if (!(await reopenRun(db, runId))) return false;
  // A phone that did not hear that the run was stopped is told so now.
  if (run.state === "aborted") await phone.abort(runId).catch(() => {});
  void collect(host, phone, run, true);
  return true;
}

/** Brings the log entry of a run up to date of which more frames came later; one that had yielded nothing until then is logged now. */
async function relogRun(db: Db, runId: string): Promise<void> {
  const run = await findRun(db, runId);
  if (!run) return;
  const { count } = await runSize(db, runId);
  const isThere = await recountRun(db, runId, { frameCount: count, refusedCount: run.refused.length });
  if (!isThere) await logRun(db, runId);
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
  const abilities = await phone.capabilities();
  const widthPx = offeredWidth(abilities, options.widthPx);
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
      // Of the phone that takes it, whatever phone of the kit the shot was planned for.
      phoneName: plainName(abilities.name),
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

/** How a phone stands to a run that another process left: it has it, in some state, or not; or it is away, and may have it. */
const standingOf = (phone: RemotePhone, runId: string): Promise<PhoneRun["state"] | "forgotten" | "away"> =>
  phone.frames(runId, AbortSignal.timeout(HEARS_MS)).then(
    ({ run }) => run.state,
    (error: unknown) => (failureOfRun(error) === "final" ? "forgotten" : "away"),
  );

const NEVER_BEGUN = "The application stopped after the phone was made ready and before it began; begin it again";

/**
 * Goes on with runs that another process left while the phone went on with them; one that is away is waited for. A run that was made ready
 * and never begun is ended.
 *
 * @returns Those that are gone on with, or were ended.
 */
export async function resumeRuns(host: RunsHost, everyRunningIsLeft: boolean): Promise<readonly string[]> {
  const { db } = host.database;
  const left = (await findSilentRuns(db, everyRunningIsLeft)).filter(({ id }) => !host.capturing.has(id));
  if (left.length === 0) return [];
  const linked = await phoneIfThere();
  if (!linked) return [];
  const resumed: string[] = [];
  for (const run of left) {
    const standing = await standingOf(linked.phone, run.id);
    if (standing === "forgotten") continue;
    await beatRun(db, run.id);
    resumed.push(run.id);
    if (standing === "armed") {
      await linked.phone.abort(run.id).catch(() => {});
      await finishRun(db, run.id, "aborted", NEVER_BEGUN);
    } else void collect(host, linked.phone, run);
  }
  return resumed;
}
