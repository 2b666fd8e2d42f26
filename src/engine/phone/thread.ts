import { parentPort } from "node:worker_threads";
import sharp from "sharp";
import type { CapturePlan } from "@/core/capture";
import type { FlawedFrame } from "@/core/flaws";
import { screenPicture } from "@/core/rehearse";
import { type DevelopedFrame, newStillLight, renderStaticRows, type Stage, simulateFrame, viewOf } from "@/core/scene";
import { captureExif } from "../files/exif";
import { writeDng } from "../files/writeDng";
import { serveThread } from "../thread";
import type { StageRequest } from "./messages";

// A thread of the stand-in phone: renders rows of the scene's still light, then takes frames of it.

/** At less, rounding in the file's own transform takes or adds more than a tenth of the sensor's noise. */
const JPEG_QUALITY = 100;

const NO_STAGE = "The stage was not set.";

sharp.concurrency(1);
let stage: Stage | undefined;

/** A frame's files. */
export interface TakenFrame {
  readonly jpeg: Uint8Array;
  readonly raw: Uint8Array | null;
}

/** Work for a thread of the stand-in: render part of the still light into shared memory, then take frames of it. */
const phoneThread = {
  stage({ scene, lens, widthPx, still: shared, firstRow, rows }: StageRequest): void {
    const view = viewOf(scene, lens, widthPx);
    const still = newStillLight(scene, view, shared);
    renderStaticRows(scene, view, firstRow, rows, still);
    stage = { scene, lens, view, still };
  },

  /** A frame as a JPEG, and as a DNG where the line asks for raw copies. @throws Error before the stage was set. */
  async take({ plan, frame, flaws }: FlawedFrame): Promise<TakenFrame> {
    if (!stage) throw new Error(NO_STAGE);
    const { exif, xmp } = captureExif(plan, frame);
    const { width, height } = stage.view;
    const codes = plan.files === "jpeg" ? null : new Uint16Array(3 * width * height);
    const developed = simulateFrame(stage, plan, frame, flaws, codes);
    const jpeg = await jpegOf(developed).withExif(exif).withXmp(xmp).toBuffer();
    return { jpeg, raw: codes && writeDng(codes, developed, plan, frame) };
  },

  /** What the screen shows, as a JPEG. @throws Error before the stage was set. */
  async screen(plan: CapturePlan, topIso: number): Promise<Uint8Array> {
    if (!stage) throw new Error(NO_STAGE);
    return jpegOf(screenPicture(stage, plan, topIso)).toBuffer();
  },
};

/** A developed picture as a JPEG. */
const jpegOf = ({ width, height, data }: DevelopedFrame) =>
  sharp(data, { raw: { width, height, channels: 3 } }).jpeg({ quality: JPEG_QUALITY, chromaSubsampling: "4:4:4" });

export type PhoneThread = typeof phoneThread;
serveThread(phoneThread, parentPort);
