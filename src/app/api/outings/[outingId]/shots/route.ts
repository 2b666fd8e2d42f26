import { answer, isId, notFound, readJson, refusal, route } from "@/app/http";
import { createdReply } from "@/contracts/replies";
import { shotRequest } from "@/contracts/requests";
import { findOuting } from "@/db/outings";
import { application } from "@/engine/application";
import { addShot } from "@/engine/newShot";

/** Adds a shot to an outing. */
export const POST = route<{ outingId: string }>(async (request, { outingId }) => {
  const wanted = shotRequest.safeParse(await readJson(request));
  if (!wanted.success) return refusal(wanted.error);
  const { db } = (await application()).database;
  if (!isId(outingId) || !(await findOuting(db, outingId))) return notFound("outing");
  const { name, intent } = wanted.data;
  const id = await addShot(db, { outingId, name, intent });
  return answer(createdReply, { id }, 201);
});
