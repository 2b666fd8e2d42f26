import { isDeepStrictEqual } from "node:util";
import { eq } from "drizzle-orm";
import type { PgColumn, PgTable } from "drizzle-orm/pg-core";
import type { Db } from "./database";

/** What somebody changed has been changed by somebody else since he read it. */
export class ChangedElsewhereError extends Error {
  constructor() {
    super("This was changed in another window meanwhile; yours is not saved.");
  }
}

const asSent = (value: unknown): unknown => (value === undefined ? null : JSON.parse(JSON.stringify(value)));

/**
 * Holds what somebody changes from against what is there, field by field, each as it travels.
 *
 * @throws ChangedElsewhereError when a field of `was` is another now; fields that the row does not have are left alone.
 */
export function holdUnchanged(row: object, was: object | undefined): void {
  const kept = new Map(Object.entries(row));
  for (const [field, value] of Object.entries(was ?? {})) {
    if (kept.has(field) && value !== undefined && !isDeepStrictEqual(asSent(kept.get(field)), asSent(value))) {
      throw new ChangedElsewhereError();
    }
  }
}

/**
 * Changes a row if it still is as it was read, in one transaction; undefined when there is none.
 *
 * @throws ChangedElsewhereError when a field of `was` is another now; then nothing is changed.
 */
export function changeUnchanged<Table extends PgTable & { id: PgColumn }>(
  db: Db,
  table: Table,
  id: string,
  change: Partial<Table["$inferInsert"]>,
  was?: object,
): Promise<Table["$inferSelect"] | undefined> {
  return db.transaction(async (tx) => {
    const [row] = await tx
      .select()
      .from(table as PgTable)
      .where(eq(table.id, id))
      .for("update");
    if (!row) return undefined;
    holdUnchanged(row, was);
    if (Object.keys(change).length === 0) return row;
    const [changed] = await tx
      .update(table as PgTable)
      .set(change)
      .where(eq(table.id, id))
      .returning();
    return changed;
  });
}
