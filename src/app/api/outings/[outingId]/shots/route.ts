import { isId, notFound, readJson, refusal, route } from "@/app/http";
import { shotRequest } from "@/contracts/requests";
import { createShot, findOuting } from "@/db/outings";
import { application } from "@/engine/application";
import { FIRST_RECIPE_LINE } from "@/engine/defaults";

/** Adds a shot to an outing. */
export const POST = route<{ outingId: string }>(async (request, { outingId }) => {
  const wanted = shotRequest.safeParse(await readJson(request));
  if (!wanted.success) return refusal(wanted.error);
  const { db } = (await application()).database;
  if (!isId(outingId) || !(await findOuting(db, outingId))) return notFound("outing");
  const { name, intent } = wanted.data;
  const id = await createShot(db, { outingId, name, recipeLine: FIRST_RECIPE_LINE, ...(intent ? { intent } : {}) });
  return Response.json({ id }, { status: 201 });
});
