import { isId, notFound, route } from "@/app/http";
import { deleteFilter } from "@/db/kit";
import { application } from "@/engine/application";

/** Takes a filter out of the kit. */
export const DELETE = route<{ filterId: string }>(async (_request, { filterId }) => {
  const gone = isId(filterId) && (await deleteFilter((await application()).database.db, filterId));
  return gone ? Response.json({}) : notFound("filter");
});
