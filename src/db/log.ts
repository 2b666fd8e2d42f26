import { and, desc, eq, isNull } from "drizzle-orm";
import type { Db } from "./database";
import { logEntries, outings, shots } from "./schema";
import { changeUnchanged } from "./unchanged";

export type LogEntry = typeof logEntries.$inferSelect;

/** An entry with the names it belongs to. */
export interface LogRow {
  readonly entry: LogEntry;
  readonly outingName: string;
  readonly shotName: string | null;
}

/** Adds an entry. */
export async function addLogEntry(db: Db, entry: typeof logEntries.$inferInsert): Promise<LogEntry> {
  const [row] = await db.insert(logEntries).values(entry).returning();
  return row!;
}

/** Counts a run's frames anew in its entry: more of them came later. Whether it has one. */
export async function recountRun(
  db: Db,
  runId: string,
  counts: Pick<LogEntry, "frameCount" | "refusedCount">,
): Promise<boolean> {
  const counted = await db
    .update(logEntries)
    .set(counts)
    .where(and(eq(logEntries.runId, runId), eq(logEntries.kind, "run")))
    .returning({ id: logEntries.id });
  return counted.length > 0;
}

/** All entries, newest first, or those of one outing; deleted ones are left out. */
export async function listLog(db: Db, outingId?: string): Promise<LogRow[]> {
  return db
    .select({ entry: logEntries, outingName: outings.name, shotName: shots.name })
    .from(logEntries)
    .innerJoin(outings, eq(outings.id, logEntries.outingId))
    .leftJoin(shots, eq(shots.id, logEntries.shotId))
    .where(
      outingId ? and(isNull(logEntries.deletedAt), eq(logEntries.outingId, outingId)) : isNull(logEntries.deletedAt),
    )
    .orderBy(desc(logEntries.createdAt));
}

/**
 * Changes an entry's note, rating or deletion mark; undefined when there is no such entry.
 *
 * @throws ChangedElsewhereError when it is not as it `was`.
 */
export const updateLogEntry = (
  db: Db,
  id: string,
  change: Partial<Pick<LogEntry, "note" | "rating" | "deletedAt">>,
  was?: object,
): Promise<LogEntry | undefined> => changeUnchanged(db, logEntries, id, change, was);
