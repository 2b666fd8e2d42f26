import { answer, notFound, route } from "@/app/http";
import { doneReply } from "@/contracts/replies";
import { application } from "@/engine/application";
import { stopRun } from "@/engine/runs";

/** Ends a run after the frame at hand; what was taken stays. */
export const POST = route<{ runId: string }>(async (_request, { runId }) => {
  const active = (await application()).capturing.get(runId);
  if (!active) return notFound("run in progress");
  await stopRun(active, runId);
  return answer(doneReply, {});
});
