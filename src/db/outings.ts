import { asc, desc, eq, inArray } from "drizzle-orm";
import type { Db } from "./database";
import { outings, recipes, shots, sites } from "./schema";

export type Site = typeof sites.$inferSelect;
export type Outing = typeof outings.$inferSelect;
/** A shot with its newest recipe line. */
export type Shot = typeof shots.$inferSelect & { readonly recipeLine: string };

/** An outing with everything its screens show on top. */
export interface OutingDetail {
  readonly outing: Outing;
  readonly site: Site | null;
  readonly shots: readonly Shot[];
}

/** Adds a site. */
export async function createSite(db: Db, site: typeof sites.$inferInsert): Promise<Site> {
  const [row] = await db.insert(sites).values(site).returning();
  return row!;
}

/** Adds an outing with one first shot and that shot's recipe. */
export async function createOuting(
  db: Db,
  {
    shot,
    ...outing
  }: typeof outings.$inferInsert & { readonly shot: { readonly name: string; readonly recipeLine: string } },
): Promise<{ outing: Outing; shotId: string }> {
  const [row] = await db.insert(outings).values(outing).returning();
  const shotId = await createShot(db, { outingId: row!.id, ...shot });
  return { outing: row!, shotId };
}

/** Adds a shot at the end of an outing. */
export async function createShot(
  db: Db,
  { outingId, name, recipeLine }: { readonly outingId: string; readonly name: string; readonly recipeLine: string },
): Promise<string> {
  const others = await db.select({ position: shots.position }).from(shots).where(eq(shots.outingId, outingId));
  const position = others.reduce((most, shot) => Math.max(most, shot.position), 0) + 1;
  const [shot] = await db.insert(shots).values({ outingId, name, position }).returning();
  await db.insert(recipes).values({ shotId: shot!.id, line: recipeLine });
  return shot!.id;
}

/** All outings, the latest night first, each with its site's name. */
export async function listOutings(
  db: Db,
): Promise<(Outing & { siteName: string | null; firstShotId: string | null })[]> {
  const rows = await db
    .select({ outing: outings, siteName: sites.name })
    .from(outings)
    .leftJoin(sites, eq(sites.id, outings.siteId))
    .orderBy(desc(outings.date), desc(outings.createdAt));
  const all = await db.select().from(shots).orderBy(asc(shots.position));
  return rows.map(({ outing, siteName }) => ({
    ...outing,
    siteName,
    firstShotId: all.find((shot) => shot.outingId === outing.id)?.id ?? null,
  }));
}

/** One outing with site and shots, or undefined. */
export async function findOuting(db: Db, outingId: string): Promise<OutingDetail | undefined> {
  const [row] = await db
    .select({ outing: outings, site: sites })
    .from(outings)
    .leftJoin(sites, eq(sites.id, outings.siteId))
    .where(eq(outings.id, outingId));
  if (!row) return undefined;
  const shotRows = await db.select().from(shots).where(eq(shots.outingId, outingId)).orderBy(asc(shots.position));
  const lines = await newestLines(
    db,
    shotRows.map(({ id }) => id),
  );
  return { ...row, shots: shotRows.map((shot) => ({ ...shot, recipeLine: lines.get(shot.id) ?? "" })) };
}

/** One shot with its recipe line, or undefined. */
export async function findShot(db: Db, shotId: string): Promise<Shot | undefined> {
  const [shot] = await db.select().from(shots).where(eq(shots.id, shotId));
  if (!shot) return undefined;
  return { ...shot, recipeLine: (await newestLines(db, [shotId])).get(shotId) ?? "" };
}

async function newestLines(db: Db, shotIds: readonly string[]): Promise<Map<string, string>> {
  if (shotIds.length === 0) return new Map();
  const rows = await db
    .select()
    .from(recipes)
    .where(inArray(recipes.shotId, [...shotIds]))
    .orderBy(asc(recipes.createdAt));
  return new Map(rows.map((row) => [row.shotId, row.line]));
}

/** Gives a shot a new recipe; earlier ones stay in its history. */
export async function saveRecipe(db: Db, shotId: string, line: string): Promise<void> {
  await db.insert(recipes).values({ shotId, line });
}
