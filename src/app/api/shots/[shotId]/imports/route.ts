import { answer, isId, notFound, route } from "@/app/http";
import { createdReply } from "@/contracts/replies";
import { findShot } from "@/db/outings";
import { createRun } from "@/db/runs";
import { application } from "@/engine/application";

/** Opens a batch for a person's own files; they follow one by one. */
export const POST = route<{ shotId: string }>(async (_request, { shotId }) => {
  const { db } = (await application()).database;
  const shot = isId(shotId) ? await findShot(db, shotId) : undefined;
  if (!shot) return notFound("shot");
  const run = await createRun(db, {
    shotId,
    source: "files",
    recipeLine: shot.recipeLine,
    state: "running",
    framesWanted: 0,
  });
  return answer(createdReply, { id: run.id }, 201);
});
