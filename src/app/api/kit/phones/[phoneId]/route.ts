import { isId, notFound, route } from "@/app/http";
import { deletePhone } from "@/db/kit";
import { application } from "@/engine/application";

/** Takes a phone out of the kit; runs that were made with it keep its name. */
export const DELETE = route<{ phoneId: string }>(async (_request, { phoneId }) => {
  const gone = isId(phoneId) && (await deletePhone((await application()).database.db, phoneId));
  return gone ? Response.json({}) : notFound("phone");
});
