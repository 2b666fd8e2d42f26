import { answer, isId, notFound, readJson, refusal, route } from "@/app/http";
import { shotDetailReply, shotReply } from "@/contracts/replies";
import { shotChange } from "@/contracts/site";
import { listFinishes } from "@/db/finishes";
import { findShot } from "@/db/outings";
import { listRuns } from "@/db/runs";
import { listStacks } from "@/db/stacks";
import { application } from "@/engine/application";
import { changeShot } from "@/engine/newShot";

/** One shot with its runs and stacks. */
export const GET = route<{ shotId: string }>(async (_request, { shotId }) => {
  const { db } = (await application()).database;
  const shot = isId(shotId) ? await findShot(db, shotId) : undefined;
  if (!shot) return notFound("shot");
  const [runs, stacks, finishes] = [
    await listRuns(db, shotId),
    await listStacks(db, shotId),
    await listFinishes(db, shotId),
  ];
  return answer(shotDetailReply, { shot, runs, stacks, finishes });
});

/** Moves a shot on the night, renames it, changes its intent, deletes it, or brings it back. */
export const PATCH = route<{ shotId: string }>(async (request, { shotId }) => {
  const wanted = shotChange.safeParse(await readJson(request));
  if (!wanted.success) return refusal(wanted.error);
  const { deleted, beginsAt, was, ...given } = wanted.data;
  const change = {
    ...Object.fromEntries(Object.entries(given).filter(([, value]) => value !== undefined)),
    ...(beginsAt === undefined ? {} : { beginsAt: beginsAt === null ? null : new Date(beginsAt) }),
    ...(deleted === undefined ? {} : { deletedAt: deleted ? new Date() : null }),
  };
  const { db } = (await application()).database;
  const shot = isId(shotId) ? await changeShot(db, shotId, change, was) : undefined;
  return shot ? answer(shotReply, shot) : notFound("shot");
});
