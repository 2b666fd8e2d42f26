import { parentPort, workerData } from "node:worker_threads";
import sharp from "sharp";
import { plainReason } from "./decode";
import type { MeasureThreadReply } from "./measureApart";
import { measurePicture } from "./measurePicture";

// A thread that measures one picture and ends: millions of pixels are counted where nobody waits for an answer.

sharp.concurrency(1);
sharp.cache(false);

const reply = await measurePicture(String(workerData)).then(
  (measured): MeasureThreadReply => ({ kind: "measured", measured }),
  (error: unknown): MeasureThreadReply => ({ kind: "unreadable", reason: plainReason(error) }),
);
parentPort!.postMessage(reply);
