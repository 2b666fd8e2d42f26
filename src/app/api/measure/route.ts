import { Readable } from "node:stream";
import type { ReadableStream as NodeReadableStream } from "node:stream/web";
import { problem, route } from "@/app/http";
import { plainReason } from "@/engine/files/decode";
import { LIMITS } from "@/engine/files/limits";
import { measurePicture } from "@/engine/files/measurePicture";
import { discardReceived, receiveStream, TooLargeError } from "@/engine/store";

/** Meters a test picture, its bytes as the body; nothing of it is kept. */
export const POST = route(async (request) => {
  const body = request.body as NodeReadableStream<Uint8Array> | null;
  try {
    const source = body ? Readable.fromWeb(body) : Readable.from([]);
    const received = await receiveStream(source, { limitBytes: LIMITS.fileBytes });
    try {
      if (received.bytes === 0) return problem(422, "unreadable-picture", "The file is empty.");
      return Response.json(await measurePicture(received.path));
    } finally {
      await discardReceived(received);
    }
  } catch (error) {
    const tooLarge = error instanceof TooLargeError;
    const reason = tooLarge ? `The file is larger than ${Math.round(error.limitBytes / 1e6)} MB.` : plainReason(error);
    return problem(422, "unreadable-picture", `${reason} The scene's light is as it was.`);
  }
});
