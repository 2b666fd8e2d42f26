import { and, asc, desc, eq, gt, inArray, ne, notInArray, or, sql } from "drizzle-orm";
import type { RefusedFile } from "@/contracts/stack";
import type { Db } from "./database";
import { frames, handFrames, runMarks, runs } from "./schema";

export type Run = typeof runs.$inferSelect;
export type Frame = typeof frames.$inferSelect;
export type NewFrame = typeof frames.$inferInsert;

/** A run and how much it holds; its frames are read by page. */
export interface RunSummary {
  readonly run: Run;
  readonly frameCount: number;
  /** The one that arrived last. */
  readonly lastFrame: Frame | null;
  /** What was said of its frames, in the order it was. */
  readonly marks: readonly RunMarkRow[];
  /** Of a run by hand, in order. */
  readonly handFrames: readonly HandFrameRow[];
}

export type HandFrameRow = typeof handFrames.$inferSelect;
export type RunMarkRow = typeof runMarks.$inferSelect & { readonly isSpoken: boolean };

/** One mark of a run, or undefined. */
export async function findMark(db: Db, runId: string, id: string) {
  const [mark] = await db
    .select()
    .from(runMarks)
    .where(and(eq(runMarks.id, id), eq(runMarks.runId, runId)));
  return mark;
}

/** Says something of a run's frame. */
export async function addMark(db: Db, mark: typeof runMarks.$inferInsert): Promise<string> {
  const [row] = await db.insert(runMarks).values(mark).returning({ id: runMarks.id });
  return row!.id;
}

/** Takes a mark back; whether it was there. */
export async function removeMark(db: Db, runId: string, id: string): Promise<boolean> {
  const removed = await db
    .delete(runMarks)
    .where(and(eq(runMarks.id, id), eq(runMarks.runId, runId)))
    .returning({ id: runMarks.id });
  return removed.length > 0;
}

/** Adds a run. */
export async function createRun(db: Db, run: typeof runs.$inferInsert): Promise<Run> {
  const [row] = await db
    .insert(runs)
    .values({ ...run, beatAt: sql`now()` })
    .returning();
  return row!;
}

/** States of a run that has not ended. */
const UNDER_WAY = ["running", "paused"] as const;
type UnderWay = (typeof UNDER_WAY)[number];

/** Ends a run; whether frames of it may still lie on the phone. */
export async function finishRun(
  db: Db,
  runId: string,
  state: Exclude<Run["state"], UnderWay>,
  problem: string | null = null,
  mayBeLeft = false,
): Promise<void> {
  const ended = { state, problem, mayBeLeft, waitingSince: null, endedAt: new Date() };
  await db.update(runs).set(ended).where(eq(runs.id, runId));
}

/** Goes on with a run of a phone that has ended, of which frames may still lie there; false where there is none such. */
export async function reopenRun(db: Db, runId: string): Promise<boolean> {
  const again = { state: "running" as const, problem: null, mayBeLeft: false, endedAt: null, refused: [] };
  const opened = await db
    .update(runs)
    .set({ ...again, beatAt: sql`now()` })
    .where(
      and(
        eq(runs.id, runId),
        eq(runs.source, "phone"),
        eq(runs.mayBeLeft, true),
        notInArray(runs.state, [...UNDER_WAY]),
      ),
    )
    .returning({ id: runs.id });
  return opened.length > 0;
}

/** How a run stands that goes on, and since when its phone is out of reach; one that has ended stays as it is. */
export async function standRun(
  db: Db,
  runId: string,
  state: UnderWay,
  { problem, waitingSince }: Pick<Run, "problem" | "waitingSince">,
): Promise<void> {
  await db
    .update(runs)
    .set({ state, problem, waitingSince })
    .where(and(eq(runs.id, runId), inArray(runs.state, UNDER_WAY)));
}

/** Says how far the clock of a run's phone is ahead of this machine's, seconds. */
export async function tellClock(db: Db, runId: string, clockAheadSeconds: number): Promise<void> {
  await db.update(runs).set({ clockAheadSeconds }).where(eq(runs.id, runId));
}

/** Shows that a run's process lives. */
export async function beatRun(db: Db, runId: string): Promise<void> {
  await db.update(runs).set({ beatAt: sql`now()` }).where(eq(runs.id, runId));
}

/** A phone's run shows a sign of life every few seconds; a batch of files waits for the person, and may for hours. */
const SILENT_SECONDS = { phone: 30, files: 6 * 3600 } as const;

/** A phone's run whose process is silent for so long may be taken over by another one. */
const LEFT_SECONDS = 15;

/** Runs of a phone whose process shows no sign of life; at the start on an embedded database, all that are running. */
export async function findSilentRuns(db: Db, everyRunningIsLeft: boolean): Promise<Run[]> {
  const silent = sql`(${runs.beatAt} is null or ${runs.beatAt} < now() - make_interval(secs => ${LEFT_SECONDS}::int))`;
  return db
    .select()
    .from(runs)
    .where(and(eq(runs.source, "phone"), inArray(runs.state, UNDER_WAY), everyRunningIsLeft ? sql`true` : silent));
}

/**
 * Ends runs that a killed process left running; their frames stay. A run by hand goes on without any process.
 *
 * @param everyRunningIsLost On an embedded database at start-up, for there is only one process.
 * @param resumed Runs that somebody goes on with.
 * @returns Their ids.
 */
export async function closeLostRuns(
  db: Db,
  everyRunningIsLost: boolean,
  resumed: readonly string[] = [],
): Promise<readonly string[]> {
  const silence = sql`now() - make_interval(secs => case when ${runs.source} = 'phone' then ${SILENT_SECONDS.phone}::int else ${SILENT_SECONDS.files}::int end)`;
  const lost = everyRunningIsLost ? sql`true` : sql`(${runs.beatAt} is null or ${runs.beatAt} < ${silence})`;
  const closed = await db
    .update(runs)
    .set({ state: "aborted", endedAt: new Date(), problem: "The application stopped during this run." })
    .where(and(inArray(runs.state, UNDER_WAY), ne(runs.source, "hand"), lost, notInArray(runs.id, [...resumed])))
    .returning({ id: runs.id });
  return closed.map(({ id }) => id);
}

/** Adds a frame to a run; null when a phone's run has that frame, or a batch of files a picture of the very same bytes. */
export async function addFrame(db: Db, frame: NewFrame): Promise<Frame | null> {
  const [row] = await db.insert(frames).values(frame).onConflictDoNothing().returning();
  if (row) await beatRun(db, frame.runId);
  return row ?? null;
}

/** Notes a file that was not taken. */
export async function addRefusal(db: Db, runId: string, refused: RefusedFile): Promise<void> {
  await db
    .update(runs)
    .set({
      refused: sql`jsonb_set(${runs.refused}, '{value}', (${runs.refused} -> 'value') || ${JSON.stringify([refused])}::jsonb)`,
    })
    .where(eq(runs.id, runId));
}

/** One run, or undefined. */
export async function findRun(db: Db, runId: string): Promise<Run | undefined> {
  const [run] = await db.select().from(runs).where(eq(runs.id, runId));
  return run;
}

/** How many frames runs hold, and the last of each, by run. */
async function summaries(db: Db, found: readonly Run[]): Promise<RunSummary[]> {
  if (found.length === 0) return [];
  const ids = found.map(({ id }) => id);
  const counted = await db
    .select({ runId: frames.runId, count: sql<number>`count(*)::int`, last: sql<number>`max(${frames.arrival})` })
    .from(frames)
    .where(inArray(frames.runId, ids))
    .groupBy(frames.runId);
  const lastFrames = await db
    .select()
    .from(frames)
    .where(
      inArray(
        frames.arrival,
        counted.map(({ last }) => Number(last)),
      ),
    );
  const marks = await db
    .select()
    .from(runMarks)
    .where(inArray(runMarks.runId, ids))
    .orderBy(asc(runMarks.createdAt), asc(runMarks.id));
  const logged = await db
    .select()
    .from(handFrames)
    .where(inArray(handFrames.runId, ids))
    .orderBy(asc(handFrames.takenAt), asc(handFrames.number));
  return found.map((run) => ({
    run,
    handFrames: logged.filter(({ runId }) => runId === run.id),
    marks: marks.flatMap((mark) => (mark.runId === run.id ? [{ ...mark, isSpoken: mark.soundHash !== null }] : [])),
    frameCount: counted.find(({ runId }) => runId === run.id)?.count ?? 0,
    lastFrame: lastFrames.find(({ runId }) => runId === run.id) ?? null,
  }));
}

/** One run and how much it holds, or undefined. */
export async function findRunSummary(db: Db, runId: string): Promise<RunSummary | undefined> {
  const run = await findRun(db, runId);
  return run && (await summaries(db, [run]))[0];
}

/** A shot's runs, newest first. */
export async function listRuns(db: Db, shotId: string): Promise<RunSummary[]> {
  const found = await db.select().from(runs).where(eq(runs.shotId, shotId)).orderBy(desc(runs.createdAt));
  return summaries(db, found);
}

/** A run's frames in the order of arrival, from behind one on. */
export async function listFrames(db: Db, runId: string, afterArrival: number, most: number): Promise<Frame[]> {
  return db
    .select()
    .from(frames)
    .where(and(eq(frames.runId, runId), gt(frames.arrival, afterArrival)))
    .orderBy(asc(frames.arrival))
    .limit(most);
}

/** The first frame of a run in the order they were taken. */
export async function findFirstFrame(db: Db, runId: string): Promise<Frame | undefined> {
  const [first] = await db
    .select()
    .from(frames)
    .where(eq(frames.runId, runId))
    .orderBy(sql`${frames.takenAt} asc nulls last`, asc(frames.name), asc(frames.arrival))
    .limit(1);
  return first;
}

/** A run's frame of these very bytes, or with them as its raw copy; undefined for none. */
export async function findTwin(db: Db, runId: string, hash: string): Promise<Frame | undefined> {
  const [twin] = await db
    .select()
    .from(frames)
    .where(and(eq(frames.runId, runId), or(eq(frames.hash, hash), eq(frames.rawHash, hash))));
  return twin;
}

/** How many frames a run holds, and how many bytes they are. */
export async function runSize(db: Db, runId: string): Promise<{ readonly count: number; readonly bytes: number }> {
  const [size] = await db
    .select({ count: sql<number>`count(*)::int`, bytes: sql<number>`coalesce(sum(${frames.bytes}), 0)` })
    .from(frames)
    .where(eq(frames.runId, runId));
  return { count: size?.count ?? 0, bytes: Number(size?.bytes ?? 0) };
}

/** One frame, or undefined. */
export async function findFrame(db: Db, frameId: string): Promise<Frame | undefined> {
  const [frame] = await db.select().from(frames).where(eq(frames.id, frameId));
  return frame;
}

/** A run's frames, all or those among these ids, in the order they were taken; ids that are not there are left out. */
export async function findFrames(db: Db, runId: string, ids?: readonly string[]): Promise<Frame[]> {
  if (ids?.length === 0) return [];
  return db
    .select()
    .from(frames)
    .where(and(eq(frames.runId, runId), ids && inArray(frames.id, [...ids])))
    .orderBy(sql`${frames.takenAt} asc nulls last`, asc(frames.name), asc(frames.arrival));
}
