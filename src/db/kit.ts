import { asc, eq } from "drizzle-orm";
import type { PgTable } from "drizzle-orm/pg-core";
import type { KitItem, KitList } from "@/contracts/kit";
import type { Db } from "./database";
import { clipOns, figures, filters, phones, supports } from "./schema";
import { holdUnchanged } from "./unchanged";

export type Phone = typeof phones.$inferSelect;
export type Filter = typeof filters.$inferSelect;
export type ClipOn = typeof clipOns.$inferSelect;
export type Support = typeof supports.$inferSelect;
export type Figure = typeof figures.$inferSelect;

/** Everything a person owns, by name; filters the weakest first. */
export interface Kit {
  readonly phones: readonly Phone[];
  readonly filters: readonly Filter[];
  readonly clipOns: readonly ClipOn[];
  readonly supports: readonly Support[];
  readonly figures: readonly Figure[];
}

const LISTS = { phones, filters, clipOns, supports, figures } as const satisfies Record<KitList, PgTable>;

/** The whole kit. */
export async function findKit(db: Db): Promise<Kit> {
  return {
    phones: await db.select().from(phones).orderBy(asc(phones.name)),
    filters: await db.select().from(filters).orderBy(asc(filters.value)),
    clipOns: await db.select().from(clipOns).orderBy(asc(clipOns.name)),
    supports: await db.select().from(supports).orderBy(asc(supports.name)),
    figures: await db.select().from(figures).orderBy(asc(figures.name)),
  };
}

/**
 * Adds an item to a list of the kit, or replaces the one of that name.
 *
 * @throws ChangedElsewhereError when the one of that name is not as it `was`.
 */
export async function saveKitItem<List extends KitList>(
  db: Db,
  list: List,
  item: KitItem<List>,
  was?: KitItem<List>,
): Promise<void> {
  const table = LISTS[list];
  const row = item as typeof table.$inferInsert;
  await db.transaction(async (tx) => {
    const named = eq(table.name, row.name);
    const [before] = await tx
      .select()
      .from(table as PgTable)
      .where(named)
      .for("update");
    if (!before) return void (await tx.insert(table as PgTable).values(row));
    holdUnchanged(before, was);
    await tx
      .update(table as PgTable)
      .set(row)
      .where(named);
  });
}

/** Removes an item; whether there was one. */
export async function deleteKitItem(db: Db, list: KitList, id: string): Promise<boolean> {
  const table = LISTS[list];
  return (await db.delete(table).where(eq(table.id, id)).returning({ id: table.id })).length > 0;
}
