import { parentPort } from "node:worker_threads";
import sharp from "sharp";
import type { MeasureReply } from "@/contracts/replies";
import { serveThread } from "../thread";
import { measureFrame } from "./frameFigures";
import { measurePicture } from "./measurePicture";
import { plainReason } from "./pictureFailure";

/** What the thread answers. */
export type MeasureThreadReply =
  | { readonly kind: "measured"; readonly measured: MeasureReply }
  | { readonly kind: "unreadable"; readonly reason: string };

// A thread that measures pictures: millions of pixels are counted where nobody waits for an answer.

sharp.concurrency(1);
sharp.cache(false);

const measureThread = {
  figures: measureFrame,
  measure: (path: string): Promise<MeasureThreadReply> =>
    measurePicture(path).then(
      (measured): MeasureThreadReply => ({ kind: "measured", measured }),
      (error: unknown): MeasureThreadReply => ({ kind: "unreadable", reason: plainReason(error) }),
    ),
};

export type MeasureThread = typeof measureThread;
serveThread(measureThread, parentPort);
