import { parentPort } from "node:worker_threads";
import h264, { type H264MP4Encoder } from "h264-mp4-encoder";
import sharp from "sharp";
import { type FusingSettings, filmTimes, methodOf, type StackMethod } from "@/core/stack";
import { openPicture } from "../files/decode";
import { serveThread } from "../thread";

// Makes a film of a picture that grows frame by frame, beside the server.

/** Longer edge of the film, pixels. */
const FILM_EDGE_PX = 1280;
/** H.264's quantizer: at 20 nobody sees what is lost, and a minute is some tens of megabytes. */
const QUANTIZER = 20;

/** What a film is made of. */
export interface FilmRequest {
  /** Of the frames, in their order. */
  readonly paths: readonly string[];
  readonly method: StackMethod;
  readonly settings: FusingSettings;
  /** Of the picture at which it ends. */
  readonly resultPath: string;
  /** How long the picture grows. */
  readonly seconds: number;
}

interface Seen {
  readonly width: number;
  readonly height: number;
  readonly samples: Uint8Array;
}

/** A stored picture, small; of even size, as the encoder wants it. */
async function seen(path: string): Promise<Seen> {
  const small = sharp(await (await openPicture(path)).thumbnail(FILM_EDGE_PX));
  const { width, height } = await small.metadata();
  const even = { left: 0, top: 0, width: width - (width % 2), height: height - (height % 2) };
  const samples = await small.extract(even).toColourspace("srgb").removeAlpha().raw().toBuffer();
  return { width: even.width, height: even.height, samples };
}

const rgba = (bytes: ArrayLike<number>, toByte: (code: number) => number): Uint8Array => {
  const out = new Uint8Array((bytes.length / 3) * 4).fill(255);
  for (let pixel = 0; 3 * pixel < bytes.length; pixel++)
    for (let channel = 0; channel < 3; channel++) out[4 * pixel + channel] = toByte(bytes[3 * pixel + channel]!);
  return out;
};

const filmThread = {
  /** @returns The film as an MP4. @throws Error when no frame can be seen. */
  async film({ paths, method, settings, resultPath, seconds }: FilmRequest): Promise<Uint8Array> {
    const last = await seen(resultPath);
    const { width, height } = last;
    const { shown, framesPerSecond, held } = filmTimes(paths.length, seconds);
    // It lives as long as this thread, which makes one film.
    const encoder: H264MP4Encoder = await h264.createH264MP4Encoder();
    Object.assign(encoder, { width, height, frameRate: framesPerSecond, quantizationParameter: QUANTIZER });
    encoder.initialize();
    const fused = methodOf(method).small({ width, height }, settings);
    let [left, next] = [0, 0];
    for (const [index, path] of paths.entries()) {
      const frame = await seen(path).catch(() => null);
      if (frame?.width === width && frame.height === height) fused.add(frame.samples);
      else left++;
      if (index !== shown[next]) continue;
      const picture = left > index ? null : rgba(fused.picture(), (code) => code >> 8);
      for (; shown[next] === index; next++) if (picture) encoder.addFrameRgba(picture);
    }
    if (left === paths.length) throw new Error("None of the frames could be seen.");
    const still = rgba(last.samples, (byte) => byte);
    for (let more = 0; more < held; more++) encoder.addFrameRgba(still);
    encoder.finalize();
    return encoder.FS.readFile(encoder.outputFilename);
  },
};

export type FilmThread = typeof filmThread;
serveThread(filmThread, parentPort);
