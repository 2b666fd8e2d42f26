import { answer, isId, notFound, route } from "@/app/http";
import { kitListNamed } from "@/contracts/kit";
import { doneReply } from "@/contracts/replies";
import { deleteKitItem } from "@/db/kit";
import { application } from "@/engine/application";

/** Takes an item out of the kit; shots and runs that were made with it keep its name. */
export const DELETE = route<{ list: string; itemId: string }>(async (_request, { list: written, itemId }) => {
  const list = kitListNamed(written);
  const gone = list && isId(itemId) && (await deleteKitItem((await application()).database.db, list, itemId));
  return gone ? answer(doneReply, {}) : notFound("piece of kit");
});
