import { denoised, type PictureNoise } from "./denoise";
import type { SettledLook } from "./develop";
import { developRows } from "./developKernel";
import type { PictureLights } from "./findLights";
import type { CodedPicture } from "./picture";
import { REACH } from "./scales";
import { STAR_REACH, type StarDrift, shapedStars } from "./shapeStars";
import { SHARPEN_REACH, sharpened } from "./sharpen";

/** All that has to be known of a picture for rows of it to be finished. */
export interface KnownPicture extends CodedPicture {
  readonly lights: PictureLights;
  /** Asked only where a look takes noise out, or rounds stars. */
  readonly noise: PictureNoise | null;
  readonly drift: StarDrift | null;
}

/** Rows `from` to `to` of a picture under a look, before it is framed; they are the same whatever rows are asked for together. */
export function finishedRows(picture: KnownPicture, look: SettledLook, from: number, to: number): Uint16Array {
  const { width, height, samples, lights, noise, drift } = picture;
  const { quieting, stars, sharpen } = look;
  const isQuieted = noise !== null && (quieting.brightness > 0 || quieting.colour > 0);
  const isShaped = stars.width < 1 || stars.round > 0;
  const around = sharpen > 0 ? SHARPEN_REACH : 0;
  const reach = around + (isShaped ? STAR_REACH : 0) + (isQuieted ? REACH : 0);
  const top = Math.max(0, from - reach);
  let codes: Uint16Array = samples.slice(3 * width * top, 3 * width * Math.min(height, to + reach));
  if (isQuieted) codes = denoised(codes, width, noise, quieting);
  if (isShaped) codes = shapedStars({ codes, width, height, firstRow: top }, lights, stars, drift);
  const [first, last] = [Math.max(0, from - around), Math.min(height, to + around)];
  codes = codes.slice(3 * width * (first - top), 3 * width * (last - top));
  developRows(lights, look, codes, { width, height, firstRow: first });
  if (sharpen > 0) codes = sharpened(codes, width, sharpen);
  return codes.slice(3 * width * (from - first), 3 * width * (to - first));
}
