import { answer, isId, notFound, problem, readJson, refusal, route } from "@/app/http";
import { handFramesRequest } from "@/contracts/handFrame";
import { doneReply } from "@/contracts/replies";
import { publish } from "@/db/events";
import { logHandFrames } from "@/db/handFrames";
import { findRun } from "@/db/runs";
import { application } from "@/engine/application";

/** Logs frames of a run by hand. */
export const POST = route<{ runId: string }>(async (request, { runId }) => {
  const wanted = handFramesRequest.safeParse(await readJson(request));
  if (!wanted.success) return refusal(wanted.error);
  const { db } = (await application()).database;
  const run = isId(runId) ? await findRun(db, runId) : undefined;
  if (!run) return notFound("run");
  if (run.source !== "hand") return problem(409, "not-by-hand", "Only a run by hand takes frames that are logged.");
  await logHandFrames(
    db,
    wanted.data.frames.map(({ takenAt, ...frame }) => ({ runId, takenAt: new Date(takenAt), ...frame })),
  );
  await publish(db, { topic: "run", id: runId });
  return answer(doneReply, {}, 201);
});
