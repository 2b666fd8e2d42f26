import { type ColourTable, type Look, readColourTable } from "@/core/finish";
import { findTable } from "@/db/colourTables";
import type { Db } from "@/db/database";

/** A look names a table that is not here. */
export class MissingTableError extends Error {
  constructor(name: string) {
    super(`The table “${name}” is not here: read its .cube file again, or take it out of the look line.`);
  }
}

/** The table of colours that a look names; null where it names none. @throws MissingTableError */
export async function tableOf(db: Db, { table }: Look): Promise<ColourTable | null> {
  if (!table) return null;
  const text = await findTable(db, table.name);
  const read = text === undefined ? null : readColourTable(text);
  if (!read?.table) throw new MissingTableError(table.name);
  return read.table;
}
