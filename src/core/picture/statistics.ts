/** What a picture's display values say about its exposure. */
export interface PictureStatistics {
  /** Counts of pixels by display value 0 to 255, 256 each. */
  readonly red: Uint32Array;
  readonly green: Uint32Array;
  readonly blue: Uint32Array;
  readonly luminance: Uint32Array;
  /** Fractions of all pixels, 0 to 1: at the top code in any channel, in all; at the bottom code in all. */
  readonly clippedAny: number;
  readonly clippedAll: number;
  readonly crushedAll: number;
}

/** Marks of the overlay map, one byte a pixel. */
export const MARK = { none: 0, clippedAny: 1, clippedAll: 2, crushed: 3 } as const;

/**
 * Histograms, clipped and crushed shares of 8-bit sRGB samples, interleaved; luminance is the weighted sum of the
 * display values (Rec. 709 weights).
 *
 * @param marks Receives one `MARK` a pixel when given.
 * @throws RangeError when the samples are not whole pixels.
 */
export function pictureStatistics(samples: Uint8Array | Uint8ClampedArray, marks?: Uint8Array): PictureStatistics {
  if (samples.length === 0 || samples.length % 3 !== 0)
    throw new RangeError(`${samples.length} samples are not whole RGB pixels`);
  const pixels = samples.length / 3;
  const red = new Uint32Array(256);
  const green = new Uint32Array(256);
  const blue = new Uint32Array(256);
  const luminance = new Uint32Array(256);
  let clippedAny = 0;
  let clippedAll = 0;
  let crushedAll = 0;
  for (let pixel = 0, index = 0; pixel < pixels; pixel++, index += 3) {
    const r = samples[index]!;
    const g = samples[index + 1]!;
    const b = samples[index + 2]!;
    red[r]!++;
    green[g]!++;
    blue[b]!++;
    luminance[Math.round(0.2126 * r + 0.7152 * g + 0.0722 * b)]!++;
    let mark: number = MARK.none;
    if (r === 255 || g === 255 || b === 255) {
      clippedAny++;
      mark = MARK.clippedAny;
      if (r === 255 && g === 255 && b === 255) {
        clippedAll++;
        mark = MARK.clippedAll;
      }
    } else if (r === 0 && g === 0 && b === 0) {
      crushedAll++;
      mark = MARK.crushed;
    }
    if (marks) marks[pixel] = mark;
  }
  return {
    red,
    green,
    blue,
    luminance,
    clippedAny: clippedAny / pixels,
    clippedAll: clippedAll / pixels,
    crushedAll: crushedAll / pixels,
  };
}
