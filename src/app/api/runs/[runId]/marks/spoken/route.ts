import { Readable } from "node:stream";
import type { ReadableStream as NodeReadableStream } from "node:stream/web";
import { answer, isId, notFound, problem, refusal, route } from "@/app/http";
import { createdReply } from "@/contracts/replies";
import { MOST_SPOKEN_BYTES, SPOKEN_TYPES, spokenQuery } from "@/contracts/runMark";
import { publish } from "@/db/events";
import { addMark, findRun } from "@/db/runs";
import { application } from "@/engine/application";
import { keepReceived, receiveStream, TooLargeError } from "@/engine/store";

/** A spoken note at an instant of a run: its sound is the body, the frame that it is about stands in the query. */
export const POST = route<{ runId: string }>(async (request, { runId }) => {
  const wanted = spokenQuery.safeParse(Object.fromEntries(new URL(request.url).searchParams));
  if (!wanted.success) return refusal(wanted.error);
  const said = request.headers.get("content-type")?.split(";")[0] ?? "";
  const soundType = SPOKEN_TYPES.find((each) => each === said);
  if (!soundType || !request.body)
    return problem(
      415,
      "no-sound",
      "A spoken note is sound as browsers record it: WebM, Ogg or MP4. Nothing was kept.",
    );
  const { db } = (await application()).database;
  if (!isId(runId) || !(await findRun(db, runId))) return notFound("run");
  const { frame, seconds } = wanted.data;
  try {
    // The web stream's type differs between the browser's and Node's libraries; it is the same object.
    const source = Readable.fromWeb(request.body as NodeReadableStream<Uint8Array>);
    const { hash } = await keepReceived(await receiveStream(source, { limitBytes: MOST_SPOKEN_BYTES }));
    const text = `spoken, ${Math.max(1, Math.round(seconds))} s`;
    const id = await addMark(db, { runId, kind: "note", frame, text, soundHash: hash, soundType });
    await publish(db, { topic: "run", id: runId });
    return answer(createdReply, { id }, 201);
  } catch (error) {
    if (error instanceof TooLargeError)
      return problem(413, "too-large", "The note is too long; nothing of it was kept. Speak a shorter one.");
    throw error;
  }
});
