import { isId, notFound, route } from "@/app/http";
import { findRun } from "@/db/runs";
import { application } from "@/engine/application";

/** One run with its frames. */
export const GET = route<{ runId: string }>(async (_request, { runId }) => {
  const detail = isId(runId) ? await findRun((await application()).database.db, runId) : undefined;
  return detail ? Response.json(detail) : notFound("run");
});
