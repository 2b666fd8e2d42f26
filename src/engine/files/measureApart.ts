import pLimit from "p-limit";
import type { MeasureReply } from "@/contracts/replies";
import { startThread } from "../thread";
import type { MeasureThread } from "./measureThread";

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
  return oneAtATime(async () => {
    const thread = startThread<MeasureThread>("measure-thread.mjs");
    let late: ReturnType<typeof setTimeout> | undefined;
    const tooLong = new Promise<never>((_resolve, reject) => {
      const reason = "Measuring took longer than a minute; use a smaller picture.";
      late = setTimeout(() => reject(new UnreadablePicture(reason)), LONGEST_MS);
    });
    try {
      const reply = await Promise.race([thread.ask(async (api) => api.measure(path)), tooLong]);
      if (reply.kind === "unreadable") throw new UnreadablePicture(reply.reason);
      return reply.measured;
    } catch (error) {
      if (error instanceof UnreadablePicture) throw error;
      throw new UnreadablePicture("Measuring ended unexpectedly; try it again.");
    } finally {
      clearTimeout(late);
      await thread.end();
    }
  });
}
