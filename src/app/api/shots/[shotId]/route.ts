import { isId, notFound, route } from "@/app/http";
import { findShot } from "@/db/outings";
import { listRuns } from "@/db/runs";
import { listStacks } from "@/db/stacks";
import { application } from "@/engine/application";

/** One shot with its runs and stacks. */
export const GET = route<{ shotId: string }>(async (_request, { shotId }) => {
  const { db } = (await application()).database;
  const shot = isId(shotId) ? await findShot(db, shotId) : undefined;
  if (!shot) return notFound("shot");
  return Response.json({ shot, runs: await listRuns(db, shotId), stacks: await listStacks(db, shotId) });
});
