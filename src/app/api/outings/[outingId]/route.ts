import { answer, isId, notFound, readJson, refusal, route } from "@/app/http";
import { outingReply, outingRowReply } from "@/contracts/replies";
import { outingChange } from "@/contracts/site";
import { findOuting, updateOuting } from "@/db/outings";
import { findSite } from "@/db/sites";
import { application } from "@/engine/application";

/** One outing with its site and shots. */
export const GET = route<{ outingId: string }>(async (_request, { outingId }) => {
  const detail = isId(outingId) ? await findOuting((await application()).database.db, outingId) : undefined;
  return detail ? answer(outingReply, detail) : notFound("outing");
});

/** Moves an outing to another night or site, renames it, or takes typed values over the stand-ins. */
export const PATCH = route<{ outingId: string }>(async (request, { outingId }) => {
  const wanted = outingChange.safeParse(await readJson(request));
  if (!wanted.success) return refusal(wanted.error);
  const { db } = (await application()).database;
  const { was, ...given } = wanted.data;
  const change = Object.fromEntries(Object.entries(given).filter(([, value]) => value !== undefined));
  if (wanted.data.siteId && !(await findSite(db, wanted.data.siteId))) return notFound("site");
  const outing = isId(outingId) ? await updateOuting(db, outingId, change, was) : undefined;
  return outing ? answer(outingRowReply, outing) : notFound("outing");
});
