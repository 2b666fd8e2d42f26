import { answer, notFound, readJson, refusal, route } from "@/app/http";
import { outingListReply, outingStarted } from "@/contracts/replies";
import { outingRequest } from "@/contracts/requests";
import { listOutings } from "@/db/outings";
import { findSite } from "@/db/sites";
import { application } from "@/engine/application";
import { startOuting } from "@/engine/newShot";

/** All outings. */
export const GET = route(async () => answer(outingListReply, await listOutings((await application()).database.db)));

/** Starts an outing with a first shot. */
export const POST = route(async (request) => {
  const wanted = outingRequest.safeParse(await readJson(request));
  if (!wanted.success) return refusal(wanted.error);
  const { db } = (await application()).database;
  const { site, siteId, ...outing } = wanted.data;
  if (siteId && !(await findSite(db, siteId))) return notFound("site");
  const started = await startOuting(db, { ...outing, siteId: siteId ?? null, site });
  return answer(outingStarted, started, 201);
});
