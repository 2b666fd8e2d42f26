import { asc, desc, eq, inArray, sql } from "drizzle-orm";
import type { RefusedFile } from "@/contracts/stack";
import type { Db } from "./database";
import { frames, runs } from "./schema";

export type Run = typeof runs.$inferSelect;
export type Frame = typeof frames.$inferSelect;
export type NewFrame = typeof frames.$inferInsert;

/** A run with its frames in the order they were taken. */
export interface RunDetail {
  readonly run: Run;
  readonly frames: readonly Frame[];
}

/** Adds a run. */
export async function createRun(db: Db, run: typeof runs.$inferInsert): Promise<Run> {
  const [row] = await db.insert(runs).values(run).returning();
  return row!;
}

/** Changes a run's state; `endedAt` is set by every state but running. */
export async function finishRun(
  db: Db,
  runId: string,
  state: Run["state"],
  problem: string | null = null,
): Promise<void> {
  await db
    .update(runs)
    .set({ state, problem, endedAt: state === "running" ? null : new Date() })
    .where(eq(runs.id, runId));
}

/** Ends runs that a killed process left running; their frames stay. */
export async function closeLostRuns(db: Db): Promise<void> {
  await db
    .update(runs)
    .set({ state: "aborted", endedAt: new Date(), problem: "The application stopped during this run." })
    .where(eq(runs.state, "running"));
}

/** Adds a frame to a run. */
export async function addFrame(db: Db, frame: NewFrame): Promise<Frame> {
  const [row] = await db.insert(frames).values(frame).returning();
  return row!;
}

/** Notes a file that was not taken. */
export async function addRefusal(db: Db, runId: string, refused: RefusedFile): Promise<void> {
  await db
    .update(runs)
    .set({ refused: sql`${runs.refused} || ${JSON.stringify([refused])}::jsonb` })
    .where(eq(runs.id, runId));
}

/** One run with its frames, or undefined. */
export async function findRun(db: Db, runId: string): Promise<RunDetail | undefined> {
  const [run] = await db.select().from(runs).where(eq(runs.id, runId));
  if (!run) return undefined;
  const rows = await db
    .select()
    .from(frames)
    .where(eq(frames.runId, runId))
    .orderBy(sql`${frames.takenAt} asc nulls last`, asc(frames.name), asc(frames.createdAt));
  return { run, frames: rows };
}

/** A shot's runs, newest first, with their frames. */
export async function listRuns(db: Db, shotId: string): Promise<RunDetail[]> {
  const rows = await db.select({ id: runs.id }).from(runs).where(eq(runs.shotId, shotId)).orderBy(desc(runs.createdAt));
  const details = await Promise.all(rows.map(({ id }) => findRun(db, id)));
  return details.filter((detail) => detail !== undefined);
}

/** Frames by id; ids that are not there are left out. */
export async function findFrames(db: Db, ids: readonly string[]): Promise<Frame[]> {
  return ids.length === 0
    ? []
    : db
        .select()
        .from(frames)
        .where(inArray(frames.id, [...ids]));
}
