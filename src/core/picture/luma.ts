import { writeLuma } from "./lumaKernel";
import type { MeteredPicture } from "./metering";
import type { ClippedShares } from "./statistics";

/** Brightness of a picture, one code of 8 bits for each pixel, rows from the top. */
export interface LumaPicture {
  readonly width: number;
  readonly height: number;
  readonly luma: Uint8Array;
}

/**
 * Brightness of a picture, encoded values by the weights of Rec. 709 in 256ths, and what of it is white or black.
 *
 * @throws RangeError when the samples are not width times height pixels.
 */
export function lumaWithClips({ width, height, samples }: MeteredPicture): {
  readonly brightness: LumaPicture;
  readonly clips: ClippedShares;
} {
  if (samples.length !== 3 * width * height || samples.length === 0)
    throw new RangeError(`${samples.length} samples are not ${width} x ${height} pixels`);
  const luma = new Uint8Array(width * height);
  const { any, all, black } = writeLuma(samples, luma);
  return {
    brightness: { width, height, luma },
    clips: { clippedAny: any / luma.length, clippedAll: all / luma.length, crushedAll: black / luma.length },
  };
}

/** The brightness of `lumaWithClips` alone. */
export const lumaOf = (picture: MeteredPicture): LumaPicture => lumaWithClips(picture).brightness;
