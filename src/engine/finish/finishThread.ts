import { parentPort } from "node:worker_threads";
import sharp from "sharp";
import { developRows, type Look, noiseFloorStops, type PictureLights, settleLook } from "@/core/finish";
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
    developRows(lights, settled, samples.subarray(3 * from * width, 3 * to * width), { width, height, firstRow: from });
    return missing;
  },
};

export type FinishThread = typeof finishThread;
serveThread(finishThread, parentPort);
