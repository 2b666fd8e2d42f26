import { answer, isId, notFound, problem, route } from "@/app/http";
import { figuresQuery, figuresReply } from "@/contracts/frameFigures";
import { listFigures } from "@/db/figures";
import { findRun } from "@/db/runs";
import { application } from "@/engine/application";
import { measureRun } from "@/engine/frameMeasuring";

/** So many frames' figures are a megabyte. */
const FIGURES_PER_PAGE = 1000;

/** What is measured of a run's frames since an instant; what is not measured yet is then begun. */
export const GET = route<{ runId: string }>(async (request, { runId }) => {
  const wanted = figuresQuery.safeParse(Object.fromEntries(new URL(request.url).searchParams));
  if (!wanted.success) return problem(400, "invalid-page", "Ask for all figures, or since an instant in ISO 8601.");
  const { db } = (await application()).database;
  if (!isId(runId) || !(await findRun(db, runId))) return notFound("run");
  // What is measured between the two questions is told by the next answer.
  const progress = await measureRun(db, runId);
  const since = wanted.data.since ? new Date(wanted.data.since) : null;
  const found = await listFigures(db, runId, since, FIGURES_PER_PAGE);
  const until = found.at(-1)?.measuredAt ?? since;
  return answer(figuresReply, {
    figures: found,
    until: until?.toISOString() ?? null,
    more: found.length === FIGURES_PER_PAGE,
    ...progress,
  });
});
