import { parentPort } from "node:worker_threads";
import sharp from "sharp";
import { renderStaticRows, type Stage, simulateFrame, viewOf } from "@/core/scene";
import { captureExif } from "../files/exif";
import type { PhoneThreadReply, PhoneThreadRequest } from "./messages";

// A thread of the stand-in phone: renders rows of the scene's still light, then takes frames of it.

/** At less, rounding in the file's own transform takes or adds more than a tenth of the sensor's noise. */
const JPEG_QUALITY = 100;

sharp.concurrency(1);
let stage: Stage | undefined;
let gain = 1;

async function answer(request: PhoneThreadRequest): Promise<PhoneThreadReply> {
  if (request.kind === "stage") {
    const { scene, lens, stillGain } = request;
    const view = viewOf(scene, lens, request.widthPx);
    const still = new Float32Array(request.still);
    const rowSamples = 3 * view.width;
    renderStaticRows(scene, view, request.firstRow, request.rows, still.subarray(request.firstRow * rowSamples));
    stage = { scene, lens, view, still };
    gain = stillGain;
    return { kind: "staged" };
  }
  if (!stage) return { kind: "failed", reason: "The stage was not set." };
  const { plan, frame } = request;
  const { width, height, data } = simulateFrame(stage, plan, frame, gain);
  const { exif, xmp } = captureExif(plan, frame);
  const jpeg = await sharp(data, { raw: { width, height, channels: 3 } })
    .jpeg({ quality: JPEG_QUALITY, chromaSubsampling: "4:4:4" })
    .withExif(exif)
    .withXmp(xmp)
    .toBuffer();
  return { kind: "taken", jpeg };
}

parentPort!.on("message", async (request: PhoneThreadRequest) => {
  try {
    parentPort!.postMessage(await answer(request));
  } catch (error) {
    parentPort!.postMessage({ kind: "failed", reason: error instanceof Error ? error.message : String(error) });
  }
});
