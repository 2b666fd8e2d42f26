import { createReadStream } from "node:fs";
import { Readable } from "node:stream";
import { isId, notFound, route } from "@/app/http";
import { findFrames } from "@/db/runs";
import { application } from "@/engine/application";
import { storedPath } from "@/engine/store";

/** A frame's raw copy as a file, as the phone wrote it. */
export const GET = route<{ runId: string; frameId: string }>(async (_request, { runId, frameId }) => {
  const { db } = (await application()).database;
  const [frame] = isId(runId) && isId(frameId) ? await findFrames(db, runId, [frameId]) : [];
  if (!frame?.rawHash || frame.rawBytes === null) return notFound("raw copy");
  const name = frame.name.replace(/\.\w+$/, "").replace(/[^\w-]/g, "_");
  return new Response(Readable.toWeb(createReadStream(storedPath(frame.rawHash))) as ReadableStream<Uint8Array>, {
    headers: {
      "content-type": "image/x-adobe-dng",
      "content-length": String(frame.rawBytes),
      "content-disposition": `attachment; filename="${name}.dng"`,
    },
  });
});
