import sharp from "sharp";
import { lumaOf } from "@/core/picture";
import { findHotPixels, medianInto, PAINTED_EDGE, type PaintedShape, paintedSvg, type Samples } from "@/core/stack";
import { type DecodedFrames, eachFrame } from "./decodedFrames";
import type { StackFile, StackRequest } from "./request";

/** So many frames tell which pixels shine in all of them: stars move on, and noise is never the same. */
const FRAMES_FOR_HOT = 5;

/** Why a dark frame or a mask cannot be used, in words. */
export class CalibrationError extends Error {}

const wide = (samples: Samples): Uint16Array =>
  samples instanceof Uint16Array ? samples : Uint16Array.from(samples, (byte) => 257 * byte);

/**
 * The median of dark frames, rounded once, in the depth of the stack's frames; null without any.
 *
 * @throws CalibrationError when one cannot be read or has another size.
 */
export async function darkFrameOf(
  { darks }: StackRequest,
  { width, height, depth }: Pick<DecodedFrames, "width" | "height" | "depth">,
): Promise<Samples | null> {
  if (darks.length === 0) return null;
  const frames: DecodedFrames = { width, height, depth, files: darks, refused: [] };
  const kept: Uint16Array[] = [];
  await eachFrame(
    frames,
    { files: darks, depth },
    (samples) => void kept.push(wide(samples)),
    () => {},
    undefined,
  );
  const [bad] = frames.refused;
  if (bad) throw new CalibrationError(`${bad.name} is no dark frame of these pictures: ${bad.reason}`);
  const median = new Uint16Array(3 * width * height);
  medianInto(median, kept, true);
  return depth === 16 ? median : Uint8Array.from(median, (code) => Math.round(code / 257));
}

/** What is painted on a picture of this size, a byte a pixel, its edge softened. */
export async function paintedMask(
  shapes: readonly PaintedShape[],
  { width, height }: Pick<DecodedFrames, "width" | "height">,
): Promise<Uint8Array> {
  const mask = await sharp(Buffer.from(paintedSvg(shapes, { width, height })), { limitInputPixels: false })
    .toColourspace("b-w")
    .removeAlpha()
    // Less than this the library does not blur by.
    .blur(Math.max(0.3, PAINTED_EDGE * Math.max(width, height)))
    .raw()
    .toBuffer();
  return new Uint8Array(mask.buffer, mask.byteOffset, mask.length);
}

/**
 * What stands still of frames whose sky is moved, a byte a pixel: how white a picture of it is, or what is painted; null without one.
 *
 * @throws CalibrationError when it cannot be read or has another size.
 */
export async function groundMaskOf(
  { ground }: StackRequest,
  { width, height }: Pick<DecodedFrames, "width" | "height">,
): Promise<Uint8Array | null> {
  if (!ground) return null;
  if (!("path" in ground)) return paintedMask(ground, { width, height });
  const frames: DecodedFrames = { width, height, depth: 8, files: [ground], refused: [] };
  let mask: Uint8Array | null = null;
  const keep = (samples: Samples) => {
    mask = lumaOf({ width, height, samples: samples as Uint8Array }).luma;
  };
  await eachFrame(frames, { files: [ground], depth: 8 }, keep, () => {}, undefined);
  const [bad] = frames.refused;
  if (bad) throw new CalibrationError(`${bad.name} is no mask of these pictures: ${bad.reason}`);
  return mask;
}

/** Pixels that shine by themselves in all frames, told by some of them; none where nobody asks. */
export async function hotPixelsOf({ repairsHot }: StackRequest, frames: DecodedFrames): Promise<Uint32Array> {
  if (!repairsHot) return new Uint32Array(0);
  const apart = Math.max(1, Math.floor(frames.files.length / FRAMES_FOR_HOT));
  const some: StackFile[] = frames.files.filter((_, at) => at % apart === 0).slice(0, FRAMES_FOR_HOT);
  const darkest = new Uint16Array(3 * frames.width * frames.height).fill(65_535);
  const scale = frames.depth === 8 ? 257 : 1;
  const keep = (samples: Samples) => {
    for (let at = 0; at < darkest.length; at++) {
      const code = scale * samples[at]!;
      if (code < darkest[at]!) darkest[at] = code;
    }
  };
  const asked = { ...frames, refused: [] };
  const used = await eachFrame(asked, { files: some, depth: frames.depth }, keep, () => {}, undefined);
  return used.length === 0 ? new Uint32Array(0) : findHotPixels(darkest, frames);
}
