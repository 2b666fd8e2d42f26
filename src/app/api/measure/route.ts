import { Readable } from "node:stream";
import type { ReadableStream as NodeReadableStream } from "node:stream/web";
import { answer, problem, route } from "@/app/http";
import { LIMITS, sizeText } from "@/contracts/limits";
import { measureReply } from "@/contracts/replies";
import { measureApart, UnreadablePicture } from "@/engine/files/measureApart";
import { plainReason } from "@/engine/files/pictureFailure";
import { discardReceived, receiveStream, TooLargeError } from "@/engine/store";

function reasonOf(error: unknown): string {
  if (error instanceof TooLargeError) return `The file is larger than ${sizeText(error.limitBytes)}.`;
  return error instanceof UnreadablePicture ? error.message : plainReason(error);
}

/** Meters a test picture, its bytes as the body; nothing of it is kept. */
export const POST = route(async (request) => {
  const body = request.body as NodeReadableStream<Uint8Array> | null;
  try {
    const source = body ? Readable.fromWeb(body) : Readable.from([]);
    const received = await receiveStream(source, { limitBytes: LIMITS.fileBytes });
    try {
      if (received.bytes === 0) return problem(422, "unreadable-picture", "The file is empty.");
      return answer(measureReply, await measureApart(received.path));
    } finally {
      await discardReceived(received);
    }
  } catch (error) {
    return problem(422, "unreadable-picture", `${reasonOf(error)} The scene's light is as it was.`);
  }
});
