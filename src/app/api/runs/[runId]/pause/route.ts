import { answer, notFound, route } from "@/app/http";
import { doneReply } from "@/contracts/replies";
import { application } from "@/engine/application";

/** Holds a run after the frame at hand. */
export const POST = route<{ runId: string }>(async (_request, { runId }) => {
  const active = (await application()).capturing.get(runId);
  if (!active) return notFound("run in progress");
  await active.phone.pause(runId);
  return answer(doneReply, {});
});
