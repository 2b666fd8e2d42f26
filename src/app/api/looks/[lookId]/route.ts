import { answer, isId, notFound, route } from "@/app/http";
import { doneReply } from "@/contracts/replies";
import { deleteLook } from "@/db/finishes";
import { application } from "@/engine/application";

/** Deletes a saved look; pictures that have it keep it. */
export const DELETE = route<{ lookId: string }>(async (_request, { lookId }) => {
  const isGone = isId(lookId) && (await deleteLook((await application()).database.db, lookId));
  return isGone ? answer(doneReply, {}) : notFound("look");
});
