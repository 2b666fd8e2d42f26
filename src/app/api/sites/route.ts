import { z } from "zod";
import { answer, readJson, refusal, route } from "@/app/http";
import { siteReply } from "@/contracts/replies";
import { latitudeDeg, longitudeDeg, siteChange, siteName } from "@/contracts/site";
import { createSite, listSites } from "@/db/sites";
import { application } from "@/engine/application";
import { siteAt } from "@/engine/newSite";

const newSite = siteChange.omit({ deleted: true }).extend({ name: siteName, latitudeDeg, longitudeDeg });
const wanted = z.array(newSite).min(1).max(500, "At most 500 sites at once.");

/** All sites. */
export const GET = route(async () => answer(z.array(siteReply), await listSites((await application()).database.db)));

/** Adds sites; what is left out is filled in, the zone from the coordinates. */
export const POST = route(async (request) => {
  const sites = wanted.safeParse(await readJson(request));
  if (!sites.success) return refusal(sites.error);
  const { db } = (await application()).database;
  const created = await db.transaction(async (within) => {
    const rows = [];
    for (const site of sites.data) {
      const given = Object.fromEntries(Object.entries(site).filter(([, value]) => value !== undefined));
      rows.push(await createSite(within, { ...siteAt(site), ...given }));
    }
    return rows;
  });
  return answer(z.array(siteReply), created, 201);
});
