import { and, desc, eq, isNotNull, isNull, sql } from "drizzle-orm";
import type { Db } from "./database";
import { outings, shots, stacks } from "./schema";

/** A fused picture, and where it belongs. */
export interface ResultRow {
  readonly stackId: string;
  readonly shotId: string;
  /** Of the picture in the store. */
  readonly hash: string;
  readonly shotName: string;
  readonly outingName: string;
  readonly createdAt: Date;
}

/** All fused pictures, newest first; those of what was deleted are left out. */
export const listResults = (db: Db, most: number): Promise<ResultRow[]> =>
  db
    .select({
      stackId: stacks.id,
      shotId: stacks.shotId,
      hash: sql<string>`coalesce(${stacks.balancedHash}, ${stacks.resultHash})`,
      shotName: shots.name,
      outingName: outings.name,
      createdAt: stacks.createdAt,
    })
    .from(stacks)
    .innerJoin(shots, eq(shots.id, stacks.shotId))
    .innerJoin(outings, eq(outings.id, shots.outingId))
    .where(and(isNotNull(stacks.resultHash), isNull(shots.deletedAt)))
    .orderBy(desc(stacks.createdAt))
    .limit(most);
