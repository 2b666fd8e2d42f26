import { answer, notFound, readJson, refusal, route } from "@/app/http";
import { outingListReply } from "@/contracts/replies";
import { outingRequest } from "@/contracts/requests";
import { createOuting, listOutings } from "@/db/outings";
import { createSite, findSite } from "@/db/sites";
import { application } from "@/engine/application";
import { startOuting } from "@/engine/newShot";
import { siteAt } from "@/engine/newSite";

/** All outings. */
export const GET = route(async () => answer(outingListReply, await listOutings((await application()).database.db)));

/** Starts an outing with a first shot. */
export const POST = route(async (request) => {
  const wanted = outingRequest.safeParse(await readJson(request));
  if (!wanted.success) return refusal(wanted.error);
  const { db } = (await application()).database;
  const { site, siteId, ...outing } = wanted.data;
  if (siteId && !(await findSite(db, siteId))) return notFound("site");
  const at = siteId ?? (site ? (await createSite(db, siteAt(site))).id : null);
  if (at === null) {
    const folder = { ...outing, siteId: at, shot: { name: "Fused from files", recipeLine: "" } };
    return Response.json(await createOuting(db, folder), { status: 201 });
  }
  return Response.json(await startOuting(db, { ...outing, siteId: at }), { status: 201 });
});
