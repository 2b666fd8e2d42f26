import { parentPort } from "node:worker_threads";
import sharp from "sharp";
import { decodePicture } from "@/engine/files/decode";

// Decodes files one after the other, as a stacking thread does, and does nothing with them.

sharp.concurrency(1);
sharp.cache(false);

parentPort!.on("message", async (paths: readonly string[]) => {
  for (const path of paths) await decodePicture(path, 8);
  parentPort!.postMessage("done");
});
