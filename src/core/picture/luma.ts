import type { MeteredPicture } from "./metering";
import type { ClippedShares } from "./statistics";

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

/**
 * Brightness of a picture and what of it is white or black, in one go over its millions of samples: `lumaOf` and `clippedShares`.
 *
 * @throws RangeError when the samples are not width times height pixels.
 */
export function lumaWithClips({ width, height, samples }: MeteredPicture): {
  readonly brightness: LumaPicture;
  readonly clips: ClippedShares;
} {
  if (samples.length !== 3 * width * height || samples.length === 0)
    throw new RangeError(`${samples.length} samples are not ${width} x ${height} pixels`);
  const pixels = width * height;
  const luma = new Uint8Array(pixels);
  let [any, all, black] = [0, 0, 0];
  for (let at = 0, from = 0; at < pixels; at++, from += 3) {
    const red = samples[from]!;
    const green = samples[from + 1]!;
    const blue = samples[from + 2]!;
    luma[at] = (54 * red + 183 * green + 19 * blue) >> 8;
    const sum = red + green + blue;
    if (sum === 0) black++;
    else if (sum >= 255 && (red === 255 || green === 255 || blue === 255)) {
      any++;
      if (sum === 765) all++;
    }
  }
  return {
    brightness: { width, height, luma },
    clips: { clippedAny: any / pixels, clippedAll: all / pixels, crushedAll: black / pixels },
  };
}
