import { answer, isId, notFound, route } from "@/app/http";
import { doneReply } from "@/contracts/replies";
import { publish } from "@/db/events";
import { removeMark } from "@/db/runs";
import { application } from "@/engine/application";

/** Takes back what was said of a run's frame. */
export const DELETE = route<{ runId: string; markId: string }>(async (_request, { runId, markId }) => {
  const { db } = (await application()).database;
  if (!isId(runId) || !isId(markId) || !(await removeMark(db, runId, markId))) return notFound("mark");
  await publish(db, { topic: "run", id: runId });
  return answer(doneReply, {});
});
