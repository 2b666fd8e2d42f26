import { parentPort } from "node:worker_threads";
import sharp from "sharp";
import {
  developPixels,
  type Look,
  lightOfCodes,
  noiseFloorStops,
  type PictureLights,
  partsOf,
  settleLook,
} from "@/core/finish";
import { serveThread } from "../thread";
import { type FinishedPicture, lightsOf, type Survey, surveyOf, wholePicture } from "./survey";

// Beside the server, which goes on answering: what a picture holds, and its pixels under a look, band by band.

sharp.cache(false);

/** A picture that is read, in memory that threads share, with its lights. */
export interface OpenedPicture {
  readonly width: number;
  readonly height: number;
  /** Interleaved 16-bit sRGB codes. */
  readonly samples: Uint16Array;
  readonly lights: PictureLights;
  readonly noiseFloor: number;
}

/** Rows that a thread develops at once: what it holds of them is some fifteen planes. */
const BAND_ROWS = 64;

const finishThread = {
  async survey(picture: FinishedPicture): Promise<Survey> {
    return surveyOf(picture, await wholePicture(picture.path));
  },
  async open(picture: FinishedPicture): Promise<OpenedPicture> {
    const whole = await wholePicture(picture.path);
    const { width, height, samples } = whole;
    const survey = await surveyOf(picture, whole);
    const shared = new Uint16Array(new SharedArrayBuffer(samples.byteLength));
    shared.set(samples);
    const lights = lightsOf(survey, picture.balancedFor);
    return { width, height, samples: shared, lights, noiseFloor: noiseFloorStops(survey.noise) };
  },
  /** Develops rows `from` to `to`, in place. @returns Lights that the look names and the picture has not. */
  develop({ width, height, samples, lights, noiseFloor }: OpenedPicture, look: Look, from: number, to: number) {
    const { settled, missing } = settleLook(look, lights.lights, noiseFloor);
    for (let top = from; top < to; top += BAND_ROWS) {
      const rows = Math.min(BAND_ROWS, to - top);
      const band = samples.subarray(3 * top * width, 3 * (top + rows) * width);
      const light = lightOfCodes(band, width, rows);
      developPixels(settled, { ...light, ...partsOf(lights, light, { height, firstRow: top }) }, band);
    }
    return missing;
  },
};

export type FinishThread = typeof finishThread;
serveThread(finishThread, parentPort);
