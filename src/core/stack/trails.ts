/** Differences between the brightest and the mean up to this many times the usual one are noise; from twice it, trails. */
const NOISE_REACH = 2;

/** Largest rise of a pixel's brightest over its mean in any channel, 16-bit codes. */
function riseAt(mean: Uint16Array, brightest: Uint16Array, sample: number): number {
  let rise = 0;
  for (let channel = sample; channel < sample + 3; channel++) {
    rise = Math.max(rise, brightest[channel]! - mean[channel]!);
  }
  return rise;
}

/** How many different rises there may be. */
export const RISE_COUNTS = 65_536;

/**
 * Counts what each pixel's brightest lies over its mean.
 *
 * @param counts One for each rise, added to in place.
 * @param mean Interleaved RGB, 16-bit codes; as long as `brightest`.
 */
export function countRises(counts: Uint32Array, mean: Uint16Array, brightest: Uint16Array): void {
  for (let sample = 0; sample < mean.length; sample += 3) {
    const rise = riseAt(mean, brightest, sample);
    counts[rise] = counts[rise]! + 1;
  }
}

/** The rise that half of the pixels do not exceed: noise alone makes it, as long as trails cover less than half of the picture. */
export function medianRise(counts: Uint32Array): number {
  const pixels = counts.reduce((sum, count) => sum + count, 0);
  let seen = 0;
  return counts.findIndex((count) => {
    seen += count;
    return seen * 2 >= pixels;
  });
}

/**
 * Lays the trails of the brightest picture over the mean, in place in `mean`: a pixel stays the mean while its rise could
 * be noise, is the brightest where it could not, and goes smoothly from one to the other between.
 */
export function layTrailsInPlace(mean: Uint16Array, brightest: Uint16Array, rise: number): void {
  const from = NOISE_REACH * Math.max(1, rise);
  for (let sample = 0; sample < mean.length; sample += 3) {
    const part = Math.min(1, Math.max(0, (riseAt(mean, brightest, sample) - from) / from));
    const weight = part * part * (3 - 2 * part);
    if (weight === 0) continue;
    for (let channel = sample; channel < sample + 3; channel++) {
      const base = mean[channel]!;
      mean[channel] = Math.round(base + weight * (brightest[channel]! - base));
    }
  }
}
