import { asc, eq } from "drizzle-orm";
import type { Db } from "./database";
import { colourTables } from "./schema";

/** All tables of colours by name, without what they hold. */
export const listTables = (db: Db): Promise<{ id: string; name: string }[]> =>
  db.select({ id: colourTables.id, name: colourTables.name }).from(colourTables).orderBy(asc(colourTables.name));

/** The file of a table as it was read; undefined where there is none of that name. */
export const findTable = async (db: Db, name: string): Promise<string | undefined> =>
  (await db.select({ text: colourTables.text }).from(colourTables).where(eq(colourTables.name, name)))[0]?.text;

/** Keeps a table under its name, instead of the one that has it. */
export async function saveTable(
  db: Db,
  table: { readonly name: string; readonly text: string },
): Promise<{ id: string; name: string }> {
  const [row] = await db
    .insert(colourTables)
    .values(table)
    .onConflictDoUpdate({ target: colourTables.name, set: { text: table.text } })
    .returning({ id: colourTables.id, name: colourTables.name });
  return row!;
}

/** Deletes a table; false when there was none. */
export async function deleteTable(db: Db, id: string): Promise<boolean> {
  return (await db.delete(colourTables).where(eq(colourTables.id, id)).returning({ id: colourTables.id })).length > 0;
}
