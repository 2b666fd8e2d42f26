import { availableParallelism } from "node:os";
import type { FinishLightId, Look } from "@/core/finish";
import type { PictureNotes } from "@/core/formats";
import { writeTiff } from "../stack/writeTiff";
import { startThread, type Thread } from "../thread";
import type { FinishThread } from "./finishThread";
import type { FinishedPicture } from "./survey";

const MOST_THREADS = 4;
/** Each thread takes so many stretches of the picture, so that none waits long for another. */
const STRETCHES = 4;

const start = (): Thread<FinishThread> => startThread<FinishThread>("finish-thread.mjs");

/** What has to be known of a picture before it can be finished, and a copy for the screen, asked in a thread. */
export async function surveyPicture(picture: FinishedPicture) {
  const thread = start();
  try {
    return await thread.ask(async (api) => api.survey(picture));
  } finally {
    await thread.end();
  }
}

/**
 * Writes a picture under a look as a 16-bit TIFF, cropped as the look says.
 *
 * @param onProgress Told what part is done, 0 to 1.
 * @returns Lights that the look names and the picture has not.
 */
export async function writeFinished(
  picture: FinishedPicture,
  look: Look,
  output: { readonly path: string; readonly notes: PictureNotes },
  onProgress: (part: number) => void = () => {},
): Promise<readonly FinishLightId[]> {
  const threads = Array.from({ length: Math.max(1, Math.min(MOST_THREADS, availableParallelism())) }, start);
  try {
    const opened = await threads[0]!.ask(async (api) => api.open(picture));
    const { width, height, samples } = opened;
    const rows = Math.ceil(height / (STRETCHES * threads.length));
    const starts = Array.from({ length: Math.ceil(height / rows) }, (_, at) => at * rows);
    const all = starts.length;
    let missing: readonly FinishLightId[] = [];
    await Promise.all(
      threads.map(async ({ ask }) => {
        for (let from = starts.shift(); from !== undefined; from = starts.shift()) {
          const [top, bottom] = [from, Math.min(height, from + rows)];
          missing = await ask(async (api) => api.develop(opened, look, top, bottom));
          onProgress((all - starts.length) / (all + 1));
        }
      }),
    );
    await writeCropped(samples, { width, height }, look, output);
    onProgress(1);
    return missing;
  } finally {
    await Promise.all(threads.map((thread) => thread.end()));
  }
}

/** Pixels of a picture that a look leaves of it. */
export function croppedArea({ crop }: Pick<Look, "crop">, { width, height }: { width: number; height: number }) {
  if (!crop) return { left: 0, top: 0, width, height };
  const left = Math.min(width - 1, Math.round(crop.left * width));
  const top = Math.min(height - 1, Math.round(crop.top * height));
  const right = Math.min(width, Math.max(left + 1, Math.round((crop.left + crop.width) * width)));
  const bottom = Math.min(height, Math.max(top + 1, Math.round((crop.top + crop.height) * height)));
  return { left, top, width: right - left, height: bottom - top };
}

function writeCropped(
  samples: Uint16Array,
  whole: { readonly width: number; readonly height: number },
  look: Look,
  { path, notes }: { readonly path: string; readonly notes: PictureNotes },
): Promise<void> {
  const { left, top, width, height } = croppedArea(look, whole);
  const rowsAtOnce = Math.max(1, Math.floor((1 << 22) / (3 * width)));
  return writeTiff(
    path,
    { width, height, notes },
    (from, to) => {
      const out = new Uint16Array(to - from);
      for (let at = from; at < to; at += 3 * width) {
        const begins = 3 * ((top + at / (3 * width)) * whole.width + left);
        out.set(samples.subarray(begins, begins + 3 * width), at - from);
      }
      return out;
    },
    rowsAtOnce * 3 * width,
  );
}
