import { asc, desc, eq } from "drizzle-orm";
import type { FinishSource, LookHistory, PaintedLights } from "@/contracts/finish";
import type { Db } from "./database";
import { finishes, frames, looks, runs, stacks } from "./schema";
import { changeUnchanged } from "./unchanged";

export type Finish = typeof finishes.$inferSelect;
export type SavedLook = typeof looks.$inferSelect;

/** The versions of a shot's pictures, newest first. */
export const listFinishes = (db: Db, shotId: string): Promise<Finish[]> =>
  db.select().from(finishes).where(eq(finishes.shotId, shotId)).orderBy(desc(finishes.createdAt));

/** One version, or undefined. */
export async function findFinish(db: Db, id: string): Promise<Finish | undefined> {
  const [row] = await db.select().from(finishes).where(eq(finishes.id, id));
  return row;
}

/** Whose a picture is; undefined when there is none. */
async function shotOf(db: Db, source: FinishSource): Promise<string | undefined> {
  const [row] =
    "stackId" in source
      ? await db.select({ shotId: stacks.shotId }).from(stacks).where(eq(stacks.id, source.stackId))
      : await db
          .select({ shotId: runs.shotId })
          .from(frames)
          .innerJoin(runs, eq(runs.id, frames.runId))
          .where(eq(frames.id, source.frameId));
  return row?.shotId;
}

/** Begins versions of pictures, all or none; undefined when one of the pictures is not there. */
export function createFinishes(
  db: Db,
  sources: readonly FinishSource[],
  { name, line, painted = {} }: { readonly name: string; readonly line: string; readonly painted?: PaintedLights },
): Promise<Finish[] | undefined> {
  return db.transaction(async (within) => {
    const rows = [];
    for (const source of sources) {
      const shotId = await shotOf(within as unknown as Db, source);
      if (shotId === undefined) return undefined;
      rows.push({ shotId, ...source, name, history: { lines: [line], at: 0 }, painted });
    }
    return within.insert(finishes).values(rows).returning();
  });
}

/**
 * Changes what a version is called or how it looks; undefined when there is none.
 *
 * @throws ChangedElsewhereError when it is not as it `was`.
 */
export const changeFinish = (
  db: Db,
  id: string,
  change: { readonly name?: string; readonly history?: LookHistory; readonly painted?: PaintedLights },
  was?: object,
): Promise<Finish | undefined> => changeUnchanged(db, finishes, id, change, was);

/** Deletes a version; false when there was none. */
export async function deleteFinish(db: Db, id: string): Promise<boolean> {
  return (await db.delete(finishes).where(eq(finishes.id, id)).returning({ id: finishes.id })).length > 0;
}

/** All saved looks, by name. */
export const listLooks = (db: Db): Promise<SavedLook[]> => db.select().from(looks).orderBy(asc(looks.name));

/** Saves a look under its name, over the one that has it. */
/** A saved look. */
export const findLook = async (db: Db, id: string): Promise<SavedLook | undefined> =>
  (await db.select().from(looks).where(eq(looks.id, id)))[0];

export async function saveLook(db: Db, look: Pick<SavedLook, "name" | "line">): Promise<SavedLook> {
  const [row] = await db
    .insert(looks)
    .values(look)
    .onConflictDoUpdate({ target: looks.name, set: { line: look.line } })
    .returning();
  return row!;
}

/** Deletes a look; false when there was none. */
export async function deleteLook(db: Db, id: string): Promise<boolean> {
  return (await db.delete(looks).where(eq(looks.id, id)).returning({ id: looks.id })).length > 0;
}
