import { and, asc, desc, eq, inArray, isNotNull, isNull } from "drizzle-orm";
import type { ShotAim } from "@/contracts/scene";
import type { SavedScene } from "@/core/facts";
import type { IntentId } from "@/core/intent";
import type { Db } from "./database";
import { outings, recipes, shots, sites, stacks } from "./schema";
import type { Site } from "./sites";
import { changeUnchanged, holdUnchanged } from "./unchanged";

export type Outing = typeof outings.$inferSelect;
/** A shot with its newest recipe line. */
export type Shot = typeof shots.$inferSelect & { readonly recipeLine: string };

/** What a new shot is made of. */
export interface NewShot {
  readonly name: string;
  readonly recipeLine: string;
  readonly intent?: IntentId;
  readonly beginsAt?: Date;
  readonly minutes?: number;
  readonly aim?: ShotAim;
  readonly scene?: SavedScene;
}

/** An outing with everything its screens show on top. */
export interface OutingDetail {
  readonly outing: Outing;
  readonly site: Site | null;
  readonly shots: readonly Shot[];
}

/** Adds an outing without shots. */
export async function createEmptyOuting(db: Db, outing: typeof outings.$inferInsert): Promise<Outing> {
  const [row] = await db.insert(outings).values(outing).returning();
  return row!;
}

/** Adds an outing with one first shot and that shot's recipe. */
export async function createOuting(
  db: Db,
  { shot, ...outing }: typeof outings.$inferInsert & { readonly shot: NewShot },
): Promise<{ outing: Outing; shotId: string }> {
  const row = await createEmptyOuting(db, outing);
  const shotId = await createShot(db, { outingId: row.id, ...shot });
  return { outing: row, shotId };
}

/** Adds a shot at the end of an outing. */
export async function createShot(
  db: Db,
  { recipeLine, ...shot }: NewShot & { readonly outingId: string },
): Promise<string> {
  const others = await db.select({ position: shots.position }).from(shots).where(eq(shots.outingId, shot.outingId));
  const position = others.reduce((most, other) => Math.max(most, other.position), 0) + 1;
  const [row] = await db
    .insert(shots)
    .values({ ...shot, position })
    .returning();
  await db.insert(recipes).values({ shotId: row!.id, line: recipeLine });
  return row!.id;
}

/** An outing as it stands in a list. */
export type OutingSummary = Outing & {
  readonly siteName: string | null;
  readonly firstShotId: string | null;
  /** Its newest finished stack. */
  readonly pictureHash: string | null;
};

/** All outings, the latest night first. */
export async function listOutings(db: Db): Promise<OutingSummary[]> {
  const rows = await db
    .select({ outing: outings, siteName: sites.name })
    .from(outings)
    .leftJoin(sites, eq(sites.id, outings.siteId))
    .orderBy(desc(outings.date), desc(outings.createdAt));
  const all = await db.select().from(shots).where(isNull(shots.deletedAt)).orderBy(asc(shots.position));
  const finished = await db
    .select({ shotId: stacks.shotId, hash: stacks.resultHash })
    .from(stacks)
    .where(isNotNull(stacks.resultHash))
    .orderBy(desc(stacks.createdAt));
  return rows.map(({ outing, siteName }) => {
    const own = all.filter((shot) => shot.outingId === outing.id);
    const picture = finished.find(({ shotId }) => own.some((shot) => shot.id === shotId));
    return { ...outing, siteName, firstShotId: own[0]?.id ?? null, pictureHash: picture?.hash ?? null };
  });
}

/** One outing with site and shots, or undefined. */
export async function findOuting(db: Db, outingId: string): Promise<OutingDetail | undefined> {
  const [row] = await db
    .select({ outing: outings, site: sites })
    .from(outings)
    .leftJoin(sites, eq(sites.id, outings.siteId))
    .where(eq(outings.id, outingId));
  if (!row) return undefined;
  const shotRows = await db
    .select()
    .from(shots)
    .where(and(eq(shots.outingId, outingId), isNull(shots.deletedAt)))
    .orderBy(asc(shots.position));
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

/**
 * Gives a shot a new recipe; earlier ones stay in its history.
 *
 * @throws ChangedElsewhereError when the shot's line is no longer the one that it `was`.
 */
export async function saveRecipe(db: Db, shotId: string, line: string, was?: string): Promise<void> {
  await db.transaction(async (tx) => {
    await tx.select({ id: shots.id }).from(shots).where(eq(shots.id, shotId)).for("update");
    const lines = await newestLines(tx, [shotId]);
    holdUnchanged({ line: lines.get(shotId) }, { line: was });
    await tx.insert(recipes).values({ shotId, line });
  });
}

/** Changes an outing; undefined when there is none. @throws ChangedElsewhereError when it is not as it `was`. */
export const updateOuting = (
  db: Db,
  outingId: string,
  change: Partial<Outing>,
  was?: object,
): Promise<Outing | undefined> => changeUnchanged(db, outings, outingId, change, was);

/** Changes a shot; undefined when there is none. @throws ChangedElsewhereError when it is not as it `was`. */
export async function updateShot(
  db: Db,
  shotId: string,
  change: Partial<typeof shots.$inferSelect>,
  was?: object,
): Promise<Shot | undefined> {
  await changeUnchanged(db, shots, shotId, change, was);
  return findShot(db, shotId);
}
