import tzlookup from "tz-lookup";
import { answer, isId, notFound, readJson, refusal, route } from "@/app/http";
import { siteReply } from "@/contracts/replies";
import { siteChange } from "@/contracts/site";
import { updateSite } from "@/db/sites";
import { application } from "@/engine/application";

/** Changes a site, deletes it, or brings it back. A site that moves takes the time zone of its new place. */
export const PATCH = route<{ siteId: string }>(async (request, { siteId }) => {
  const wanted = siteChange.safeParse(await readJson(request));
  if (!wanted.success) return refusal(wanted.error);
  const { deleted, was, ...given } = wanted.data;
  const change = Object.fromEntries(Object.entries(given).filter(([, value]) => value !== undefined));
  const { latitudeDeg, longitudeDeg, zone } = given;
  if (latitudeDeg !== undefined && longitudeDeg !== undefined && zone === undefined) {
    change.zone = tzlookup(latitudeDeg, longitudeDeg);
  }
  const marked = deleted === undefined ? change : { ...change, deletedAt: deleted ? new Date() : null };
  const site = isId(siteId) ? await updateSite((await application()).database.db, siteId, marked, was) : undefined;
  return site ? answer(siteReply, site) : notFound("site");
});
