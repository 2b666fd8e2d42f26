import sharp from "sharp";
import { isDiskFull } from "../room";
import { CalibrationError } from "./calibration";
import type { SmallPicture, StackOutcome, StackProgress, StackRequest } from "./request";
import { runStack } from "./runStack";

// The process that stacks, forked by stackInProcess: its memory goes back to the system when it ends, and its
// allocator can be tuned without touching the server's.

export type ToStackProcess =
  | { readonly kind: "start"; readonly request: StackRequest; readonly shows: boolean }
  | { readonly kind: "abort" };
export type FromStackProcess =
  | { readonly kind: "progress"; readonly progress: StackProgress }
  | { readonly kind: "picture"; readonly jpeg: string }
  | { readonly kind: "outcome"; readonly outcome: StackOutcome };

/** Why a stack failed as a whole, in words. */
function failureOf(error: unknown): string {
  if (isDiskFull(error))
    return "The disk is full; what was fused so far is kept. Free some room and fuse the frames again: it goes on from there.";
  if (error instanceof CalibrationError) return error.message;
  return `The stack failed: ${error instanceof Error ? error.message : String(error)}. Its frames are untouched.`;
}

const abort = new AbortController();
const send = (message: FromStackProcess): Promise<void> =>
  new Promise((resolve) => {
    process.send?.(message, () => resolve());
  });

/** Sends a small picture as a JPEG, in base64. */
async function show({ width, height, samples }: SmallPicture): Promise<void> {
  const bytes = Uint8Array.from(samples, (code) => code >> 8);
  const jpeg = await sharp(bytes, { raw: { width, height, channels: 3 } })
    .jpeg({ quality: 85 })
    .toBuffer();
  await send({ kind: "picture", jpeg: jpeg.toString("base64") });
}

process.on("disconnect", () => process.exit(1));
process.on("message", async (message: ToStackProcess) => {
  if (message.kind === "abort") {
    abort.abort();
    return;
  }
  let outcome: StackOutcome;
  try {
    outcome = await runStack(message.request, {
      onProgress: (progress) => void send({ kind: "progress", progress }),
      ...(message.shows && { onPicture: (picture: SmallPicture) => void show(picture) }),
      signal: abort.signal,
    });
  } catch (error) {
    outcome = { kind: "failed", reason: failureOf(error), refused: [] };
  }
  await send({ kind: "outcome", outcome });
  process.disconnect();
});
