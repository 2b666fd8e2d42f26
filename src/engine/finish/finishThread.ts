import { parentPort } from "node:worker_threads";
import sharp from "sharp";
import {
  type CodedPicture,
  finishedRows,
  framedRows,
  frameOf,
  type KnownPicture,
  type Look,
  measureGrains,
  noiseFloorStops,
  settleLook,
  starDrift,
  uprightingOf,
} from "@/core/finish";
import { serveThread } from "../thread";
import { type FinishedPicture, lightsOf, type Survey, surveyOf, wholePicture } from "./survey";

// Beside the server, which goes on answering: what a picture holds, and its pixels under a look, band by band.

sharp.cache(false);

/** A picture that is read, in memory that threads share, with all that a look asks of it. */
export interface OpenedPicture extends KnownPicture {
  /** Interleaved 16-bit sRGB codes of what comes out, of the same size. */
  readonly out: Uint16Array;
  readonly noiseFloor: number;
}

const shared = (samples: number): Uint16Array => new Uint16Array(new SharedArrayBuffer(2 * samples));

/** All rows of a picture's codes, as those ask who look at it row by row. */
const allRows = ({ samples, width, height }: CodedPicture) => ({ codes: samples, width, height, firstRow: 0 });

const finishThread = {
  async survey(picture: FinishedPicture): Promise<Survey> {
    return surveyOf(picture, await wholePicture(picture.path));
  },
  /** Opens a picture for a look: what that does not ask for is not worked out. */
  async open(picture: FinishedPicture, look: Look): Promise<OpenedPicture> {
    const whole = await wholePicture(picture.path);
    const survey = await surveyOf(picture, whole);
    const { noise } = survey;
    const samples = shared(whole.samples.length);
    samples.set(whole.samples);
    const lights = lightsOf(survey, picture.balancedFor);
    const isQuieted = look.values.grain !== undefined || look.values.speckle !== undefined;
    return {
      ...whole,
      samples,
      out: shared(samples.length),
      lights,
      noise: isQuieted ? { noise, grains: measureGrains(whole, noise) } : null,
      drift: look.lights.stars?.round === undefined ? null : starDrift(allRows(whole), lights),
      noiseFloor: noiseFloorStops(noise),
    };
  },
  /** Finishes rows `from` to `to`. @returns Lights that the look names and the picture has not. */
  finish(picture: OpenedPicture, look: Look, from: number, to: number) {
    const { lights, noiseFloor, out, width } = picture;
    const { settled, missing } = settleLook(look, lights, noiseFloor);
    out.set(finishedRows(picture, settled, from, to), 3 * width * from);
    return missing;
  },
  /** Frames rows `from` to `to` of what comes out, over the picture that it was, which nobody asks for any more. */
  frame({ width, height, samples, out }: OpenedPicture, look: Look, from: number, to: number): void {
    const frame = frameOf(uprightingOf(look), look.crop, { width, height });
    samples.set(framedRows({ width, height, samples: out }, frame, from, to), 3 * frame.width * from);
  },
};

export type FinishThread = typeof finishThread;
serveThread(finishThread, parentPort);
