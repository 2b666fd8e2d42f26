import { Worker } from "node:worker_threads";
import pLimit from "p-limit";
import type { MeasureReply } from "@/contracts/replies";
import { builtFile } from "../folders";

/** What the thread answers. */
export type MeasureThreadReply =
  | { readonly kind: "measured"; readonly measured: MeasureReply }
  | { readonly kind: "unreadable"; readonly reason: string };

/** A picture that cannot be measured, in words. */
export class UnreadablePicture extends Error {}

/** One decoded picture of 200 million pixels is enough to hold at a time. */
const oneAtATime = pLimit(1);
/** A hostile picture may inflate for ever. */
const LONGEST_MS = 60_000;

/**
 * Meters a picture in a thread of its own, one after the other, so that nothing else waits for it.
 *
 * @throws UnreadablePicture when it cannot be read, or takes too long.
 */
export function measureApart(path: string): Promise<MeasureReply> {
  return oneAtATime(
    () =>
      new Promise<MeasureReply>((resolve, reject) => {
        const thread = new Worker(builtFile("measure-thread.mjs"), { workerData: path });
        const late = setTimeout(() => {
          reject(new UnreadablePicture("Measuring took longer than a minute; use a smaller picture."));
          void thread.terminate();
        }, LONGEST_MS);
        thread.once("message", (reply: MeasureThreadReply) => {
          if (reply.kind === "measured") resolve(reply.measured);
          else reject(new UnreadablePicture(reply.reason));
        });
        thread.once("error", reject);
        thread.once("exit", () => {
          clearTimeout(late);
          reject(new UnreadablePicture("Measuring ended unexpectedly; try it again."));
        });
      }),
  );
}
