import { answer, isId, notFound, readJson, refusal, route } from "@/app/http";
import { handFrameChange } from "@/contracts/handFrame";
import { doneReply } from "@/contracts/replies";
import { publish } from "@/db/events";
import { changeHandFrame, removeHandFrame } from "@/db/handFrames";
import { application } from "@/engine/application";

interface OfFrame {
  readonly runId: string;
  readonly frameId: string;
}

/** Corrects a logged frame. */
export const PATCH = route<OfFrame>(async (request, { runId, frameId }) => {
  const wanted = handFrameChange.safeParse(await readJson(request));
  if (!wanted.success) return refusal(wanted.error);
  const { db } = (await application()).database;
  if (!isId(runId) || !isId(frameId) || !(await changeHandFrame(db, runId, frameId, wanted.data)))
    return notFound("frame");
  await publish(db, { topic: "run", id: runId });
  return answer(doneReply, {});
});

/** Takes a logged frame back. */
export const DELETE = route<OfFrame>(async (_request, { runId, frameId }) => {
  const { db } = (await application()).database;
  if (!isId(runId) || !isId(frameId) || !(await removeHandFrame(db, runId, frameId))) return notFound("frame");
  await publish(db, { topic: "run", id: runId });
  return answer(doneReply, {});
});
