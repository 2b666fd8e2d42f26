import { answer, isId, notFound, readJson, refusal, route } from "@/app/http";
import { handRunRequest } from "@/contracts/handFrame";
import { runReply } from "@/contracts/replies";
import { parseRecipe } from "@/core/recipe";
import { publish } from "@/db/events";
import { endHandRuns } from "@/db/handFrames";
import { findShot } from "@/db/outings";
import { createRun, findRunSummary } from "@/db/runs";
import { application } from "@/engine/application";
import { logRun } from "@/engine/runs";

/** Begins a run by hand, with a phone that is not linked; one of the same shot that still goes on is ended. */
export const POST = route<{ shotId: string }>(async (request, { shotId }) => {
  const wanted = handRunRequest.safeParse(await readJson(request));
  if (!wanted.success) return refusal(wanted.error);
  const { line, way, startedAt } = wanted.data;
  const { db } = (await application()).database;
  if (!isId(shotId) || !(await findShot(db, shotId))) return notFound("shot");
  for (const id of await endHandRuns(db, shotId)) {
    await logRun(db, id);
    await publish(db, { topic: "run", id });
  }
  const run = await createRun(db, {
    shotId,
    source: "hand",
    handWay: way,
    recipeLine: line,
    state: "running",
    framesWanted: parseRecipe(line).recipe.sequence?.frames ?? 1,
    createdAt: new Date(startedAt),
  });
  return answer(runReply, (await findRunSummary(db, run.id))!, 201);
});
