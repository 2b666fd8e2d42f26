import { answer, isId, notFound, readJson, refusal, route } from "@/app/http";
import { logEntryReply } from "@/contracts/replies";
import { logChange } from "@/contracts/requests";
import { updateLogEntry } from "@/db/log";
import { application } from "@/engine/application";

/** Changes an entry's note or rating, deletes it, or brings it back. */
export const PATCH = route<{ entryId: string }>(async (request, { entryId }) => {
  const wanted = logChange.safeParse(await readJson(request));
  if (!wanted.success) return refusal(wanted.error);
  const { note, rating, deleted, was } = wanted.data;
  const change = {
    ...(note === undefined ? {} : { note }),
    ...(rating === undefined ? {} : { rating }),
    ...(deleted === undefined ? {} : { deletedAt: deleted ? new Date() : null }),
  };
  if (!isId(entryId)) return notFound("entry");
  const entry = await updateLogEntry((await application()).database.db, entryId, change, was);
  return entry ? answer(logEntryReply, entry) : notFound("entry");
});
