import { isId, notFound, route } from "@/app/http";
import { findOuting } from "@/db/outings";
import { application } from "@/engine/application";

/** One outing with its site and shots. */
export const GET = route<{ outingId: string }>(async (_request, { outingId }) => {
  const detail = isId(outingId) ? await findOuting((await application()).database.db, outingId) : undefined;
  return detail ? Response.json(detail) : notFound("outing");
});
