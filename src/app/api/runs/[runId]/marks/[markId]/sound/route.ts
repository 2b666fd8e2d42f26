import { readFile } from "node:fs/promises";
import { isId, notFound, route } from "@/app/http";
import { findMark } from "@/db/runs";
import { application } from "@/engine/application";
import { storedPath } from "@/engine/store";

/** The sound of a spoken note. */
export const GET = route<{ runId: string; markId: string }>(async (_request, { runId, markId }) => {
  const { db } = (await application()).database;
  const mark = isId(runId) && isId(markId) ? await findMark(db, runId, markId) : undefined;
  if (!mark?.soundHash || !mark.soundType) return notFound("spoken note");
  const bytes = await readFile(storedPath(mark.soundHash));
  return new Response(new Uint8Array(bytes), {
    headers: {
      "content-type": mark.soundType,
      "content-length": String(bytes.length),
      "x-content-type-options": "nosniff",
    },
  });
});
