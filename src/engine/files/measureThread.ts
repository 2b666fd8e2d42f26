import { parentPort } from "node:worker_threads";
import sharp from "sharp";
import { serveThread } from "../thread";
import type { MeasureThreadReply } from "./measureApart";
import { measurePicture } from "./measurePicture";
import { plainReason } from "./pictureFailure";

// A thread that measures pictures: millions of pixels are counted where nobody waits for an answer.

sharp.concurrency(1);
sharp.cache(false);

const measureThread = {
  measure: (path: string): Promise<MeasureThreadReply> =>
    measurePicture(path).then(
      (measured): MeasureThreadReply => ({ kind: "measured", measured }),
      (error: unknown): MeasureThreadReply => ({ kind: "unreadable", reason: plainReason(error) }),
    ),
};

export type MeasureThread = typeof measureThread;
serveThread(measureThread, parentPort);
