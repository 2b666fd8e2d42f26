import { Readable } from "node:stream";
import type { ReadableStream as NodeReadableStream } from "node:stream/web";
import { answer, isId, notFound, problem, route } from "@/app/http";
import { LIMITS, sizeText } from "@/contracts/limits";
import { ownPictureReply } from "@/contracts/replies";
import { findShot } from "@/db/outings";
import { application } from "@/engine/application";
import { measureApart, UnreadablePicture } from "@/engine/files/measureApart";
import { pictureView, UnshowablePicture } from "@/engine/files/openPictures";
import { plainReason } from "@/engine/files/pictureFailure";
import { discardReceived, keepReceived, receiveStream, TooLargeError } from "@/engine/store";

function reasonOf(error: unknown): string {
  if (error instanceof TooLargeError) return `The file is larger than ${sizeText(error.limitBytes)}.`;
  if (error instanceof UnreadablePicture || error instanceof UnshowablePicture) return error.message;
  return plainReason(error);
}

/** Takes a person's own picture of a shot's place, its bytes as the body: it is measured, and kept if it can be read. */
export const POST = route<{ shotId: string }>(async (request, { shotId }) => {
  const { db } = (await application()).database;
  if (!isId(shotId) || !(await findShot(db, shotId))) return notFound("shot");
  const body = request.body as NodeReadableStream<Uint8Array> | null;
  try {
    const source = body ? Readable.fromWeb(body) : Readable.from([]);
    const received = await receiveStream(source, { limitBytes: LIMITS.fileBytes });
    try {
      if (received.bytes === 0) return problem(422, "unreadable-picture", "The file is empty.");
      const measured = await measureApart(received.path);
      const { hash } = await keepReceived(received);
      const { width, height } = await pictureView(hash);
      return answer(ownPictureReply, { hash, width, height, measured });
    } finally {
      await discardReceived(received);
    }
  } catch (error) {
    return problem(422, "unreadable-picture", `${reasonOf(error)} Nothing of it was kept.`);
  }
});
