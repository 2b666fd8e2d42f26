import { dehydrate, HydrationBoundary, QueryClient, type QueryKey } from "@tanstack/react-query";
import type { ReactNode } from "react";
import type { z } from "zod";
import { kitReply } from "@/contracts/kit";
import { outingListReply, outingReply, shotDetailReply, siteReply } from "@/contracts/replies";
import { listFinishes } from "@/db/finishes";
import { findKit } from "@/db/kit";
import { findOuting, findShot, listOutings } from "@/db/outings";
import { listRuns } from "@/db/runs";
import { listSites } from "@/db/sites";
import { listStacks } from "@/db/stacks";
import { application } from "@/engine/application";
import { isId } from "./http";

type Database = Awaited<ReturnType<typeof application>>["database"]["db"];

/** What a page shows at once: the replies that it would ask for first. */
interface Known {
  readonly key: QueryKey;
  readonly contract: z.ZodType;
  readonly find: (db: Database) => Promise<unknown>;
}

export const knownOutings: Known = { key: ["outings"], contract: outingListReply, find: listOutings };
export const knownSites: Known = { key: ["sites"], contract: siteReply.array(), find: listSites };
export const knownKit: Known = { key: ["kit"], contract: kitReply, find: findKit };
export const knownOuting = (id: string): Known => ({
  key: ["outing", id],
  contract: outingReply,
  find: async (db) => (isId(id) ? findOuting(db, id) : undefined),
});
export const knownShot = (id: string): Known => ({
  key: ["shot", id],
  contract: shotDetailReply,
  find: async (db) => {
    const shot = isId(id) ? await findShot(db, id) : undefined;
    if (!shot) return undefined;
    const [runs, stacks, finishes] = [await listRuns(db, id), await listStacks(db, id), await listFinishes(db, id)];
    return { shot, runs, stacks, finishes };
  },
});

/**
 * Sends what a page shows first along with it. What cannot be read now is left to the page, which asks for it and says
 * what is wrong.
 */
export async function WithKnown({
  known,
  children,
}: {
  readonly known: readonly Known[];
  readonly children: ReactNode;
}) {
  const client = new QueryClient();
  try {
    const { db } = (await application()).database;
    for (const { key, contract, find } of known) {
      const found = await find(db);
      if (found !== undefined) client.setQueryData(key, contract.parse(JSON.parse(JSON.stringify(found))));
    }
  } catch {
    client.clear();
  }
  return <HydrationBoundary state={dehydrate(client)}>{children}</HydrationBoundary>;
}
