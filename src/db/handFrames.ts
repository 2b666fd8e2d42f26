import { and, eq, sql } from "drizzle-orm";
import type { HandFrameChange } from "@/contracts/handFrame";
import type { Db } from "./database";
import { handFrames, runs } from "./schema";

type NewHandFrame = Omit<typeof handFrames.$inferInsert, "number"> & { readonly number: number | null };

/** Logs frames of a run by hand; one without a number comes next. What has an id or a number that was logged before stays as it is. */
export async function logHandFrames(db: Db, logged: readonly NewHandFrame[]): Promise<void> {
  for (const { number, ...frame } of logged) {
    const next = sql`(select coalesce(max(${handFrames.number}) + 1, 0) from ${handFrames} where ${handFrames.runId} = ${frame.runId})`;
    await db
      .insert(handFrames)
      .values({ ...frame, number: number ?? next })
      .onConflictDoNothing();
  }
}

/** Corrects a logged frame; whether it was there. */
export async function changeHandFrame(
  db: Db,
  runId: string,
  id: string,
  { takenAt, ...change }: HandFrameChange,
): Promise<boolean> {
  const at = takenAt === undefined ? {} : { takenAt: new Date(takenAt) };
  const changed = await db
    .update(handFrames)
    // Itself, so that a change of nothing is one too.
    .set({ runId, ...change, ...at })
    .where(and(eq(handFrames.id, id), eq(handFrames.runId, runId)))
    .returning({ id: handFrames.id });
  return changed.length > 0;
}

/** Takes a logged frame back; whether it was there. */
export async function removeHandFrame(db: Db, runId: string, id: string): Promise<boolean> {
  const removed = await db
    .delete(handFrames)
    .where(and(eq(handFrames.id, id), eq(handFrames.runId, runId)))
    .returning({ id: handFrames.id });
  return removed.length > 0;
}

/** Ends the runs by hand of a shot that nobody ended: whoever begins another one is through with them. */
export async function endHandRuns(db: Db, shotId: string): Promise<readonly string[]> {
  const ended = await db
    .update(runs)
    .set({ state: "done", endedAt: new Date() })
    .where(and(eq(runs.shotId, shotId), eq(runs.source, "hand"), eq(runs.state, "running")))
    .returning({ id: runs.id });
  return ended.map(({ id }) => id);
}

/** How many frames a run by hand holds. */
export const countHandFrames = (db: Db, runId: string): Promise<number> =>
  db.$count(handFrames, eq(handFrames.runId, runId));
