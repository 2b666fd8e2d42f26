import { asc, eq, isNull } from "drizzle-orm";
import type { Db } from "./database";
import { outings, shots, sites } from "./schema";
import { changeUnchanged } from "./unchanged";

export type Site = typeof sites.$inferSelect;

/** Adds a site. */
export async function createSite(db: Db, site: typeof sites.$inferInsert): Promise<Site> {
  const [row] = await db.insert(sites).values(site).returning();
  return row!;
}

/** All sites by name; deleted ones are left out. */
export async function listSites(db: Db): Promise<Site[]> {
  return db.select().from(sites).where(isNull(sites.deletedAt)).orderBy(asc(sites.name), asc(sites.createdAt));
}

/** The site where a shot was taken; undefined without one. */
export async function findSiteOfShot(db: Db, shotId: string): Promise<Site | undefined> {
  const [row] = await db
    .select({ site: sites })
    .from(shots)
    .innerJoin(outings, eq(outings.id, shots.outingId))
    .innerJoin(sites, eq(sites.id, outings.siteId))
    .where(eq(shots.id, shotId));
  return row?.site;
}

/** One site, deleted or not, or undefined. */
export async function findSite(db: Db, siteId: string): Promise<Site | undefined> {
  const [row] = await db.select().from(sites).where(eq(sites.id, siteId));
  return row;
}

/**
 * Changes a site; undefined when there is none. Outings keep a deleted site, so that old nights can still be read.
 *
 * @throws ChangedElsewhereError when it is not as it `was`.
 */
export const updateSite = (db: Db, siteId: string, change: Partial<Site>, was?: object): Promise<Site | undefined> =>
  changeUnchanged(db, sites, siteId, change, was);
