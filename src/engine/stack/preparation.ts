import { type AlignMark, alignMark } from "@/core/align";
import { calibrate, frameSamples, type Samples, type StackState, stillMask } from "@/core/stack";
import { CalibrationError, darkFrameOf, groundMaskOf, hotPixelsOf } from "./calibration";
import { eachFrame, type OpenedFrames } from "./decodedFrames";
import type { StackRequest } from "./request";

/** What every frame goes through before it is fused, beside what lies in the stack's memory. */
export interface Preparation {
  readonly hotPixels: Uint32Array;
  /** What the frames are laid over; null where they stay as they lie. */
  readonly mark: AlignMark | null;
  /** Whether a mask holds some of them still. */
  readonly holdsStill: boolean;
}

/** Bytes of a picture that is looked at, not kept. */
export const asBytes = (samples: Samples): Uint8Array =>
  samples instanceof Uint8Array ? samples : Uint8Array.from(samples, (code) => code >> 8);

/** The frame over which the others are laid: the one in their middle, or the nearest to it that can be read, ready to be fused. */
async function referenceOf(frames: OpenedFrames, dark: Samples | null, hotPixels: Uint32Array): Promise<Samples> {
  const middle = (frames.files.length - 1) / 2;
  const nearest = [...frames.files.entries()].sort(([a], [b]) => Math.abs(a - middle) - Math.abs(b - middle));
  for (const [, file] of nearest) {
    let found: Samples | null = null;
    const keep = (samples: Samples) => {
      found = samples;
    };
    await eachFrame({ ...frames, refused: [] }, { files: [file], depth: frames.depth }, keep, () => {}, undefined);
    if (!found) continue;
    const samples = found as Samples;
    calibrate(samples, frames, dark, hotPixels);
    return samples;
  }
  throw new CalibrationError("None of the frames can be read.");
}

/**
 * Brings into a stack's memory what its frames need before they are fused.
 *
 * @throws CalibrationError when a dark frame or a mask does not fit, or no frame can be read.
 */
export async function prepareFrames(
  request: StackRequest,
  frames: OpenedFrames,
  state: StackState,
): Promise<Preparation> {
  const dark = await darkFrameOf(request, frames);
  if (dark) frameSamples(state, "dark").set(dark);
  const hotPixels = await hotPixelsOf(request, frames);
  const { align } = request;
  if (align === "none") return { hotPixels, mark: null, holdsStill: false };
  const ground = await groundMaskOf(request, frames);
  if (ground) stillMask(state).set(ground);
  const reference = await referenceOf(frames, dark, hotPixels);
  frameSamples(state, "reference").set(reference);
  const { width, height } = frames;
  const mark = alignMark({ width, height, samples: asBytes(reference) }, align, ground);
  return { hotPixels, mark, holdsStill: ground !== null };
}
