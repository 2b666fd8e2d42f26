import { availableParallelism } from "node:os";
import { type FinishLightId, frameOf, uprightingOf } from "@/core/finish";
import type { PictureNotes } from "@/core/formats";
import { p3Profile } from "../files/formats/profile";
import { writeTiff } from "../stack/writeTiff";
import { startThread, type Thread } from "../thread";
import type { FinishThread } from "./finishThread";
import type { LookToWrite } from "./lookToWrite";
import type { FinishedPicture } from "./survey";

const MOST_THREADS = 4;
/** Rows that a thread takes at once: few enough that none waits long for another and their planes stay small, many more than they look beyond. */
const ROWS = 256;

/** Starts a thread that finishes pictures. */
export const startFinisher = (): Thread<FinishThread> => startThread<FinishThread>("finish-thread.mjs");

/** Has rows up to `height` done by threads, stretch by stretch. */
async function stretches(
  threads: readonly Thread<FinishThread>[],
  height: number,
  work: (thread: Thread<FinishThread>, from: number, to: number) => Promise<void>,
  onProgress: (part: number) => void,
): Promise<void> {
  let [next, done] = [0, 0];
  await Promise.all(
    threads.map(async (thread) => {
      while (next < height) {
        const [from, to] = [next, Math.min(height, next + ROWS)];
        next = to;
        await work(thread, from, to);
        done += to - from;
        onProgress(done / height);
      }
    }),
  );
}

/** What part of the work is done once a picture is opened, then finished; the rest is framing and writing. */
const OPENED = 0.3;
const FINISHED = 0.9;

/**
 * Writes a picture under a look as a 16-bit TIFF, framed as the look says; one that does not come out in sRGB has its profile.
 *
 * @param onProgress Told what part is done, 0 to 1.
 * @returns Lights that the look names and the picture has not.
 */
export async function writeFinished(
  picture: FinishedPicture,
  { look, table, space: asked }: LookToWrite,
  output: { readonly path: string; readonly notes: PictureNotes },
  onProgress: (part: number) => void = () => {},
): Promise<readonly FinishLightId[]> {
  // A table is one of sRGB's codes.
  const space = table ? "srgb" : asked;
  const notes = space === "p3" ? { ...output.notes, profile: await p3Profile() } : output.notes;
  const threads = Array.from({ length: Math.max(1, Math.min(MOST_THREADS, availableParallelism())) }, startFinisher);
  try {
    const opened = await threads[0]!.ask(async (api) => api.open(picture, look));
    onProgress(OPENED);
    // Its lights are much to pass on: once to each thread.
    const [missing = []] = await Promise.all(
      threads.map(({ ask }) => ask(async (api) => api.begin(opened, { look, table, space }))),
    );
    await stretches(
      threads,
      opened.height,
      ({ ask }, from, to) => ask(async (api) => api.finish(from, to)),
      (part) => onProgress(OPENED + (FINISHED - OPENED) * part),
    );
    const { width, height } = frameOf(uprightingOf(look), look.crop, opened);
    await stretches(
      threads,
      height,
      ({ ask }, from, to) => ask(async (api) => api.frame(from, to)),
      () => {},
    );
    await writeTiff(output.path, { width, height, notes }, (from, to) => opened.samples.subarray(from, to));
    onProgress(1);
    return missing;
  } finally {
    await Promise.all(threads.map((thread) => thread.end()));
  }
}
