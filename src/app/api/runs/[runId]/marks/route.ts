import { answer, isId, notFound, readJson, refusal, route } from "@/app/http";
import { createdReply } from "@/contracts/replies";
import { markRequest } from "@/contracts/runMark";
import { publish } from "@/db/events";
import { addMark, findRun } from "@/db/runs";
import { application } from "@/engine/application";

/** Says something of a run's frame: what spoils it, or a note. */
export const POST = route<{ runId: string }>(async (request, { runId }) => {
  const wanted = markRequest.safeParse(await readJson(request));
  if (!wanted.success) return refusal(wanted.error);
  const { db } = (await application()).database;
  if (!isId(runId) || !(await findRun(db, runId))) return notFound("run");
  const id = await addMark(db, { runId, ...wanted.data });
  await publish(db, { topic: "run", id: runId });
  return answer(createdReply, { id }, 201);
});
