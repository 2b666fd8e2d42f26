import { answer, isId, notFound, route } from "@/app/http";
import { runReply } from "@/contracts/replies";
import { findRunSummary } from "@/db/runs";
import { application } from "@/engine/application";

/** One run and how many frames it holds. */
export const GET = route<{ runId: string }>(async (_request, { runId }) => {
  const found = isId(runId) ? await findRunSummary((await application()).database.db, runId) : undefined;
  return found ? answer(runReply, found) : notFound("run");
});
