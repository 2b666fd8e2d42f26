import { answer, isId, notFound, problem, route } from "@/app/http";
import { framesReply } from "@/contracts/replies";
import { FRAMES_PER_PAGE, framesQuery } from "@/contracts/requests";
import { findRun, listFrames } from "@/db/runs";
import { application } from "@/engine/application";

/** A page of a run's frames in the order of arrival, from behind one on. */
export const GET = route<{ runId: string }>(async (request, { runId }) => {
  const wanted = framesQuery.safeParse(Object.fromEntries(new URL(request.url).searchParams));
  if (!wanted.success) return problem(400, "invalid-page", "Ask for after=0, or after the arrival of a frame.");
  const { db } = (await application()).database;
  if (!isId(runId) || !(await findRun(db, runId))) return notFound("run");
  const frames = await listFrames(db, runId, wanted.data.after, FRAMES_PER_PAGE);
  return answer(framesReply, { frames, more: frames.length === FRAMES_PER_PAGE });
});
