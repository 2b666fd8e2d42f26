import { randomUUID } from "node:crypto";
import { writeFileSync } from "node:fs";
import { join } from "node:path";
import { eq } from "drizzle-orm";
import type { KitItem, KitList } from "@/contracts/kit";
import { LIMITS } from "@/contracts/limits";
import { stackParameters } from "@/contracts/stack";
import { saidOf, savedScene } from "@/core/facts";
import { type IntentId, usualScene } from "@/core/intent";
import type { Mover } from "@/core/motion";
import { parseRecipe } from "@/core/recipe";
import { nightSky, sunEvents, sunset } from "@/core/sky";
import type { StackMethod } from "@/core/stack";
import type { Db } from "@/db/database";
import { chooseFrames } from "@/db/figures";
import { createFinishes, saveLook } from "@/db/finishes";
import { saveKitItem } from "@/db/kit";
import { updateLogEntry } from "@/db/log";
import { createOuting, createShot, findOuting, findShot } from "@/db/outings";
import { findFirstFrame, listFrames, runSize } from "@/db/runs";
import { logEntries, runs, stacks } from "@/db/schema";
import { createSite } from "@/db/sites";
import { claimNextJob, createStackJob } from "@/db/stacks";
import { OSSARY_QUAY } from "../../../demo/ossaryQuay";
import { openDatabase } from "../application";
import { PIPELINE_VERSION } from "../defaults";
import { dataFolder } from "../folders";
import { measureFrames } from "../frameMeasuring";
import { runStackJob } from "../jobs/stackJob";
import { FolderHeldError } from "../owner";
import { linkedPhone } from "../phone/linked";
import { endOwnStandIn } from "../phone/ownStandIn";
import { rehearseShot } from "../rehearseShot";
import { startRun } from "../runs";

// Loads the demo scenario once: rows, and pictures that the stand-in phone takes and the stacker fuses.

const DAY_MS = 86_400_000;
const MINUTE_MS = 60_000;
const BAR_CELLS = 28;

function showProgress(label: string, done: number, total: number): void {
  if (!process.stderr.isTTY) {
    if (done === total) process.stderr.write(`${label}: done\n`);
    return;
  }
  const filled = Math.round((BAR_CELLS * done) / total);
  process.stderr.write(
    `\r  ${label.padEnd(34)} ${"#".repeat(filled)}${"-".repeat(BAR_CELLS - filled)} ${done}/${total}${done === total ? "\n" : ""}`,
  );
}

const isoDate = (at: number): string => new Date(at).toISOString().slice(0, 10);

/** The evening on which the finished outing's pictures were taken. */
function eveningOf(date: string): Date {
  const { sites, done } = OSSARY_QUAY;
  const dusk = sunEvents(nightSky(sites.quay, date)).civilDusk;
  if (!dusk) throw new RangeError(`the sun does not pass -6° on ${date}`);
  return new Date(dusk.getTime() + done.minutesAfterCivilDusk * MINUTE_MS);
}

/** As the list before a run wants a phone. */
const SET_RIGHT = {
  flash: "off",
  fullSize: false,
  nightMode: false,
  focusLocked: true,
  whiteBalanceLocked: true,
} as const;

async function shoot(
  database: Parameters<typeof startRun>[0]["database"],
  shotId: string,
  line: string,
  startsAt: Date,
): Promise<string> {
  const { recipe } = parseRecipe(line);
  await (await linkedPhone()).phone.set(SET_RIGHT);
  const options = { widthPx: OSSARY_QUAY.done.widthPx, pace: "quick" as const, startsAt, seed: 7 };
  const started = await startRun({ database, capturing: new Map() }, { shotId, recipe, options });
  if (started.kind === "refused") throw new Error(started.problems.join(" "));
  const watch = setInterval(async () => {
    const { count: taken } = await runSize(database.db, started.run.id);
    showProgress("Taking the demo pictures", taken, started.run.framesWanted);
  }, 500);
  await started.ended;
  clearInterval(watch);
  showProgress("Taking the demo pictures", started.run.framesWanted, started.run.framesWanted);
  return started.run.id;
}

async function fuse(db: Db, shotId: string, runId: string, method: StackMethod): Promise<string> {
  const frames = await listFrames(db, runId, 0, LIMITS.batchFiles);
  const kept = frames.filter(({ choice }) => choice !== "out");
  const inputs = kept.map(({ id, name, hash }) => ({ frameId: id, name, hash }));
  const { stack } = await createStackJob(db, {
    shotId,
    runId,
    parameters: stackParameters.parse({ method }),
    inputs,
    version: PIPELINE_VERSION,
  });
  const worker = randomUUID();
  const job = await claimNextJob(db, worker);
  if (job) await runStackJob(db, job, worker, new AbortController());
  return stack.id;
}

/** Gives the entries of the finished outing their evening's times, notes and ratings. */
async function annotate(
  db: Db,
  shotId: string,
  shot: (typeof OSSARY_QUAY.done.shots)[number],
  takenAt: Date,
): Promise<void> {
  const entries = await db.select().from(logEntries).where(eq(logEntries.shotId, shotId));
  for (const [index, entry] of entries.entries()) {
    const [stack] = entry.stackId ? await db.select().from(stacks).where(eq(stacks.id, entry.stackId)) : [];
    const method = stack?.parameters.method;
    const what = method === "mean" || method === "lighten" ? method : "run";
    await updateLogEntry(db, entry.id, { note: shot.notes[what], rating: shot.ratings[what] });
    const createdAt = new Date(takenAt.getTime() + (index + 1) * 90_000);
    await db.update(logEntries).set({ createdAt }).where(eq(logEntries.id, entry.id));
    if (stack) await db.update(stacks).set({ createdAt }).where(eq(stacks.id, stack.id));
  }
  await db.update(runs).set({ createdAt: takenAt }).where(eq(runs.shotId, shotId));
}

/** A shot of the scenario as a row: with its own mover in the intent's usual scene, where it has one. */
function rowOf<Shot extends { readonly intent: IntentId; readonly mover?: Mover }>({ mover, ...shot }: Shot) {
  if (!mover) return shot;
  const usual = saidOf(usualScene(shot.intent));
  return { ...shot, scene: savedScene.parse({ ...usual, mover, own: [] }) };
}

async function seed(): Promise<void> {
  const { database, release } = await openDatabase("the demo loader");
  const { db } = database;
  const { sites, done, tonight, kit } = OSSARY_QUAY;
  const site = await createSite(db, sites.quay);
  await createSite(db, sites.marsh);
  for (const list of Object.keys(kit) as KitList[]) {
    for (const item of kit[list]) await saveKitItem(db, list, item as KitItem<KitList>);
  }

  const doneDate = isoDate(Date.now() - done.nightsAgo * DAY_MS);
  const takenAt = eveningOf(doneDate);
  const [doneShot] = done.shots;
  const shot = rowOf(doneShot);
  const finished = await createOuting(db, { name: done.name, siteId: site.id, date: doneDate, shot });
  const runId = await shoot(database, finished.shotId, doneShot.recipeLine, takenAt);
  await measureFrames(db, runId);
  // Pressed by a thumb and without a delay.
  const shaken = await findFirstFrame(db, runId);
  if (shaken) await chooseFrames(db, runId, [{ id: shaken.id, choice: "out" }]);
  let stackId = "";
  for (const [index, method] of doneShot.methods.entries()) {
    stackId = await fuse(db, finished.shotId, runId, method);
    showProgress("Fusing them", index + 1, doneShot.methods.length);
  }
  await createFinishes(db, [{ stackId }], doneShot.look);
  await saveLook(db, doneShot.look);
  await annotate(db, finished.shotId, doneShot, takenAt);

  const date = isoDate(Date.now());
  const sets = sunset(nightSky(site, date));
  const [first, ...others] = tonight.shots.map(({ minutesAfterSunset, ...shot }) => ({
    ...rowOf(shot),
    ...(sets ? { beginsAt: new Date(sets.getTime() + minutesAfterSunset * MINUTE_MS) } : {}),
  }));
  const { outing } = await createOuting(db, { name: tonight.name, siteId: site.id, date, shot: first! });
  for (const shot of others) await createShot(db, { outingId: outing.id, ...shot });
  const detail = await findOuting(db, outing.id);
  const rehearsed = [await findShot(db, finished.shotId), ...detail!.shots].filter((each) => each !== undefined);
  for (const [index, each] of rehearsed.entries()) {
    await rehearseShot(db, each);
    showProgress("Rehearsing the shots", index + 1, rehearsed.length);
  }
  await endOwnStandIn();
  await release();
  writeFileSync(join(dataFolder(), "demo-loaded"), `${new Date().toISOString()}\n`);
}

try {
  await seed();
  process.exit(0);
} catch (error) {
  console.error(error instanceof FolderHeldError ? error.message : error);
  process.exit(1);
}
