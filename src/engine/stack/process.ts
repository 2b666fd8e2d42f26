import { isDiskFull } from "../room";
import type { StackOutcome, StackProgress, StackRequest } from "./request";
import { runStack } from "./runStack";

// The process that stacks, forked by stackInProcess: its memory goes back to the system when it ends, and its
// allocator can be tuned without touching the server's.

export type ToStackProcess = { readonly kind: "start"; readonly request: StackRequest } | { readonly kind: "abort" };
export type FromStackProcess =
  | { readonly kind: "progress"; readonly progress: StackProgress }
  | { readonly kind: "outcome"; readonly outcome: StackOutcome };

/** Why a stack failed as a whole, in words. */
function failureOf(error: unknown): string {
  if (isDiskFull(error))
    return "The disk is full; nothing of the stack was kept. Free some room and fuse the frames again.";
  return `The stack failed: ${error instanceof Error ? error.message : String(error)}. Its frames are untouched.`;
}

const abort = new AbortController();
const send = (message: FromStackProcess): Promise<void> =>
  new Promise((resolve) => {
    process.send?.(message, () => resolve());
  });

process.on("disconnect", () => process.exit(1));
process.on("message", async (message: ToStackProcess) => {
  if (message.kind === "abort") {
    abort.abort();
    return;
  }
  let outcome: StackOutcome;
  try {
    outcome = await runStack(message.request, (progress) => void send({ kind: "progress", progress }), abort.signal);
  } catch (error) {
    outcome = { kind: "failed", reason: failureOf(error), refused: [] };
  }
  await send({ kind: "outcome", outcome });
  process.disconnect();
});
