import { answer, isId, notFound, problem, route } from "@/app/http";
import { doneReply } from "@/contracts/replies";
import { application } from "@/engine/application";
import { PhoneAnswerError } from "@/engine/phone/failures";
import { fetchLeft } from "@/engine/runs";

/** Takes the frames of a run that has ended which still lie on the phone. */
export const POST = route<{ runId: string }>(async (_request, { runId }) => {
  const found = isId(runId)
    ? await fetchLeft(await application(), runId).catch((error: unknown) => {
        if (error instanceof PhoneAnswerError && error.code === "not-found") return null;
        throw error;
      })
    : false;
  if (found === null) return problem(409, "run-forgotten", "The phone knows nothing of this run any more.");
  return found ? answer(doneReply, {}) : notFound("run with frames on a phone");
});
