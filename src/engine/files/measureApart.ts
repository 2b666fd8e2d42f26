import type { MeasureReply } from "@/contracts/replies";
import { askPictures, UnansweredPicture } from "./askPictures";

/** A picture that cannot be measured, in words. */
export class UnreadablePicture extends Error {}

/**
 * Meters a picture in a process of its own, so that nothing else waits for it.
 *
 * @throws UnreadablePicture when it cannot be read, or takes too long.
 */
export async function measureApart(path: string): Promise<MeasureReply> {
  try {
    const answer = await askPictures(async (api) => api.measure(path));
    if (answer.kind === "unreadable") throw new UnreadablePicture(answer.reason);
    return answer.found;
  } catch (error) {
    if (error instanceof UnansweredPicture) throw new UnreadablePicture(error.message);
    throw error;
  }
}
