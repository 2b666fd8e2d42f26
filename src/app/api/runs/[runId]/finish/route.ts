import { answer, isId, notFound, route } from "@/app/http";
import { doneReply } from "@/contracts/replies";
import { publish } from "@/db/events";
import { findRun, finishRun } from "@/db/runs";
import { application } from "@/engine/application";
import { logRun } from "@/engine/runs";

/** Closes a batch of files, also one that broke off and was gone on with, or a run by hand; and logs it. */
export const POST = route<{ runId: string }>(async (_request, { runId }) => {
  const { db } = (await application()).database;
  const run = isId(runId) ? await findRun(db, runId) : undefined;
  if (!run) return notFound("batch");
  const isOpen = run.state === "running" || (run.source === "files" && run.state === "aborted");
  if (run.source !== "phone" && isOpen) {
    await finishRun(db, runId, "done");
    await logRun(db, runId);
    await publish(db, { topic: "run", id: runId });
  }
  return answer(doneReply, {});
});
