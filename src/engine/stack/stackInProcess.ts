import { fork } from "node:child_process";
import { builtFile } from "../folders";
import type { FromStackProcess, ToStackProcess } from "./process";
import type { StackOutcome, StackProgress, StackRequest } from "./request";

/** A stack in another process as it goes. */
export interface ProcessWatch {
  readonly onProgress: (progress: StackProgress) => void;
  /** What the frames so far come to, a small JPEG; none where nobody looks. */
  readonly onJpeg?: (jpeg: Buffer) => void;
  readonly signal: AbortSignal;
}

/** Runs a stack in a process of its own; it ends with this one, even when this one is killed. */
export function stackInProcess(
  request: StackRequest,
  { onProgress, onJpeg, signal }: ProcessWatch,
): Promise<StackOutcome> {
  return new Promise((resolve) => {
    const child = fork(builtFile("stack-process.mjs"), {
      // Huge pages halve the page faults of the frame buffers, which are fresh for every frame.
      env: { ...process.env, GLIBC_TUNABLES: "glibc.malloc.hugetlb=1" },
      execArgv: [],
    });
    let outcome: StackOutcome = { kind: "failed", reason: "The stacking process ended unexpectedly.", refused: [] };
    const send = (message: ToStackProcess) => child.connected && child.send(message);
    const abort = () => send({ kind: "abort" });
    signal.addEventListener("abort", abort);
    child.on("message", (message: FromStackProcess) => {
      if (message.kind === "progress") onProgress(message.progress);
      else if (message.kind === "picture") onJpeg?.(Buffer.from(message.jpeg, "base64"));
      else outcome = message.outcome;
    });
    child.on("error", (error) => {
      outcome = { kind: "failed", reason: error.message, refused: [] };
    });
    child.on("close", () => {
      signal.removeEventListener("abort", abort);
      resolve(outcome);
    });
    send({ kind: "start", request, shows: onJpeg !== undefined });
    if (signal.aborted) abort();
  });
}
