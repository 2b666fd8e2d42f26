import { asc, eq } from "drizzle-orm";
import type { Db } from "./database";
import { filters, phones } from "./schema";

export type Phone = typeof phones.$inferSelect;
export type Filter = typeof filters.$inferSelect;

/** Adds a phone, or replaces the profile of the one with that name. */
export async function savePhone(db: Db, phone: typeof phones.$inferInsert): Promise<Phone> {
  const [row] = await db
    .insert(phones)
    .values(phone)
    .onConflictDoUpdate({ target: phones.name, set: { profile: phone.profile } })
    .returning();
  return row!;
}

/** All phones by name. */
export async function listPhones(db: Db): Promise<Phone[]> {
  return db.select().from(phones).orderBy(asc(phones.name));
}

/** The phone of that name, or undefined. */
export async function findPhone(db: Db, name: string): Promise<Phone | undefined> {
  const [row] = await db.select().from(phones).where(eq(phones.name, name));
  return row;
}

/** Adds a filter. */
export async function saveFilter(db: Db, filter: typeof filters.$inferInsert): Promise<Filter> {
  const [row] = await db.insert(filters).values(filter).returning();
  return row!;
}

/** All filters, the weakest first. */
export async function listFilters(db: Db): Promise<Filter[]> {
  return db.select().from(filters).orderBy(asc(filters.value));
}

/** Removes a filter; whether there was one. */
export async function deleteFilter(db: Db, id: string): Promise<boolean> {
  return (await db.delete(filters).where(eq(filters.id, id)).returning({ id: filters.id })).length > 0;
}

/** Removes a phone; whether there was one. */
export async function deletePhone(db: Db, id: string): Promise<boolean> {
  return (await db.delete(phones).where(eq(phones.id, id)).returning({ id: phones.id })).length > 0;
}
