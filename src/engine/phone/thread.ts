import { parentPort } from "node:worker_threads";
import sharp from "sharp";
import { renderStaticRows, type Stage, sceneNamed, simulateFrame, viewOf } from "@/core/scene";
import { captureExif } from "../files/exif";
import type { PhoneThreadReply, PhoneThreadRequest } from "./messages";

// A thread of the stand-in phone: renders rows of the scene's still light, then takes frames of it.

sharp.concurrency(1);
let stage: Stage | undefined;

async function answer(request: PhoneThreadRequest): Promise<PhoneThreadReply> {
  if (request.kind === "stage") {
    const scene = sceneNamed(request.sceneName);
    if (!scene) return { kind: "failed", reason: `There is no scene ${request.sceneName}.` };
    const view = viewOf(scene, request.lens, request.widthPx);
    const still = new Float32Array(request.still);
    const rowSamples = 3 * view.width;
    renderStaticRows(scene, view, request.firstRow, request.rows, still.subarray(request.firstRow * rowSamples));
    stage = { scene, lens: request.lens, view, still };
    return { kind: "staged" };
  }
  if (!stage) return { kind: "failed", reason: "The stage was not set." };
  const { width, height, data } = simulateFrame(stage, request.frame);
  const { exif, xmp } = captureExif(request.notes);
  const jpeg = await sharp(data, { raw: { width, height, channels: 3 } })
    .jpeg({ quality: request.quality, chromaSubsampling: "4:4:4" })
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
