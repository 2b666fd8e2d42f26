import { answer, isId, notFound, readJson, refusal, route } from "@/app/http";
import { choicesRequest } from "@/contracts/frameFigures";
import { doneReply } from "@/contracts/replies";
import { chooseFrames } from "@/db/figures";
import { findRun } from "@/db/runs";
import { application } from "@/engine/application";

/** Keeps what somebody thinks of a run's frames: taken in, left out, the best of its like. */
export const PUT = route<{ runId: string }>(async (request, { runId }) => {
  const asked = choicesRequest.safeParse(await readJson(request));
  if (!asked.success) return refusal(asked.error);
  const { db } = (await application()).database;
  if (!isId(runId) || !(await findRun(db, runId))) return notFound("run");
  const { choices, was } = asked.data;
  if (!(await chooseFrames(db, runId, choices, was?.choices))) return notFound("frame");
  return answer(doneReply, {});
});
