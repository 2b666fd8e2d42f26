import type { MeteredPicture } from "./metering";

/** Brightness of a picture, one code of 8 bits for each pixel, rows from the top. */
export interface LumaPicture {
  readonly width: number;
  readonly height: number;
  readonly luma: Uint8Array;
}

/**
 * Brightness of a picture: encoded values by the weights of Rec. 709, in 256ths.
 *
 * @throws RangeError when the samples are not width times height pixels.
 */
export function lumaOf({ width, height, samples }: MeteredPicture): LumaPicture {
  if (samples.length !== 3 * width * height || samples.length === 0)
    throw new RangeError(`${samples.length} samples are not ${width} x ${height} pixels`);
  const luma = new Uint8Array(width * height);
  for (let at = 0, from = 0; at < luma.length; at++, from += 3)
    luma[at] = (54 * samples[from]! + 183 * samples[from + 1]! + 19 * samples[from + 2]!) >> 8;
  return { width, height, luma };
}
