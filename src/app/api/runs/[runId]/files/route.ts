import { Readable } from "node:stream";
import type { ReadableStream as NodeReadableStream } from "node:stream/web";
import { answer, isId, notFound, problem, route } from "@/app/http";
import { importReply } from "@/contracts/replies";
import { findRun } from "@/db/runs";
import { application } from "@/engine/application";
import { importFile } from "@/engine/files/importFiles";

/** Takes one file of a batch, its bytes as the body, its name in the query. */
export const POST = route<{ runId: string }>(async (request, { runId }) => {
  const { db } = (await application()).database;
  const run = isId(runId) ? await findRun(db, runId) : undefined;
  if (!run) return notFound("batch");
  if (run.source === "phone") return problem(409, "not-a-batch", "Frames of the phone cannot be added to by hand.");
  const name = new URL(request.url).searchParams.get("name") ?? "unnamed";
  // The web stream's type differs between the browser's and Node's libraries; it is the same object.
  const body = request.body as NodeReadableStream<Uint8Array> | null;
  const announced = Number(request.headers.get("content-length") ?? Number.NaN);
  const file = { name, bytes: Number.isFinite(announced) ? announced : null };
  return answer(importReply, await importFile(db, runId, file, body ? Readable.fromWeb(body) : Readable.from([])));
});
