import { answer, isId, notFound, readJson, refusal, route } from "@/app/http";
import { finishChange } from "@/contracts/finish";
import { doneReply, finishReply } from "@/contracts/replies";
import { changeFinish, deleteFinish } from "@/db/finishes";
import { application } from "@/engine/application";

/** Changes how a version looks, with the steps that led there, or what it is called. */
export const PATCH = route<{ finishId: string }>(async (request, { finishId }) => {
  const asked = finishChange.safeParse(await readJson(request));
  if (!asked.success) return refusal(asked.error);
  const { name, history, painted, was } = asked.data;
  const change = {
    ...(name !== undefined && { name }),
    ...(history !== undefined && { history }),
    ...(painted !== undefined && { painted }),
  };
  const { db } = (await application()).database;
  const changed = isId(finishId) ? await changeFinish(db, finishId, change, was) : undefined;
  return changed ? answer(finishReply, changed) : notFound("finished picture");
});

/** Deletes a version; the picture it was made of stays. */
export const DELETE = route<{ finishId: string }>(async (_request, { finishId }) => {
  const { db } = (await application()).database;
  const isGone = isId(finishId) && (await deleteFinish(db, finishId));
  return isGone ? answer(doneReply, {}) : notFound("finished picture");
});
