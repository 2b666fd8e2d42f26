import { answer, isId, notFound, route } from "@/app/http";
import { makingReply } from "@/contracts/replies";
import { findFinish } from "@/db/finishes";
import { application } from "@/engine/application";
import { progressOf } from "@/engine/finish/making";
import { sourceOf } from "@/engine/finish/source";

/** Begins to make a version's picture at full size, or says how far that is: whoever asks until it is done downloads it at once. */
export const POST = route<{ finishId: string }>(async (_request, { finishId }) => {
  const { db } = (await application()).database;
  const finish = isId(finishId) ? await findFinish(db, finishId) : undefined;
  const source = finish && (await sourceOf(db, finish));
  if (!source) return notFound("picture to finish");
  const { lines, at } = finish.history;
  return answer(makingReply, { part: await progressOf(source, lines[at]!) });
});
