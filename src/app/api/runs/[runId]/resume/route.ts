import { answer, notFound, route } from "@/app/http";
import { doneReply } from "@/contracts/replies";
import { application } from "@/engine/application";

/** Goes on with a run that is held. */
export const POST = route<{ runId: string }>(async (_request, { runId }) => {
  const active = (await application()).capturing.get(runId);
  if (!active) return notFound("run in progress");
  await active.phone.resume(runId);
  return answer(doneReply, {});
});
