import { and, asc, desc, eq, isNotNull, isNull, sql } from "drizzle-orm";
import type { ShotAim } from "@/contracts/scene";
import type { SavedScene } from "@/core/facts";
import type { IntentId } from "@/core/intent";
import type { Db } from "./database";
import { outings, shots, sites, stacks } from "./schema";
import type { Site } from "./sites";
import { changeUnchanged } from "./unchanged";

export type Outing = typeof outings.$inferSelect;
export type Shot = typeof shots.$inferSelect;

/** What a new shot is made of. */
export interface NewShot {
  readonly name: string;
  readonly recipeLine: string;
  readonly intent?: IntentId;
  readonly beginsAt?: Date;
  readonly minutes?: number;
  readonly walkMinutes?: number;
  readonly setupMinutes?: number;
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
  return db.transaction(async (within) => {
    const row = await createEmptyOuting(within, outing);
    return { outing: row, shotId: await createShot(within, { outingId: row.id, ...shot }) };
  });
}

/** Adds a shot at the end of an outing. */
export async function createShot(db: Db, shot: NewShot & { readonly outingId: string }): Promise<string> {
  const position = sql`(select coalesce(max(position), 0) + 1 from shots where outing_id = ${shot.outingId})`;
  const [row] = await db
    .insert(shots)
    .values({ ...shot, position })
    .returning({ id: shots.id });
  return row!.id;
}

/** The newest outing to a site on a date. */
export async function findOutingOf(db: Db, siteId: string, date: string): Promise<Outing | undefined> {
  const [row] = await db
    .select()
    .from(outings)
    .where(and(eq(outings.siteId, siteId), eq(outings.date, date)))
    .orderBy(desc(outings.createdAt))
    .limit(1);
  return row;
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
  return { ...row, shots: shotRows };
}

/** One shot, or undefined. */
export async function findShot(db: Db, shotId: string): Promise<Shot | undefined> {
  const [shot] = await db.select().from(shots).where(eq(shots.id, shotId));
  return shot;
}

/** Changes an outing; undefined when there is none. @throws ChangedElsewhereError when it is not as it `was`. */
export const updateOuting = (
  db: Db,
  outingId: string,
  change: Partial<Outing>,
  was?: object,
): Promise<Outing | undefined> => changeUnchanged(db, outings, outingId, change, was);

/** Changes a shot; undefined when there is none. @throws ChangedElsewhereError when it is not as it `was`. */
export const updateShot = (db: Db, shotId: string, change: Partial<Shot>, was?: object): Promise<Shot | undefined> =>
  changeUnchanged(db, shots, shotId, change, was);
