/** Opacity of a passer-by's ghost in one exposure, 0 to 1: the time on one spot over the shutter. */
export function ghostOpacity(dwellSeconds: number, shutterSeconds: number): number {
  return Math.min(1, dwellSeconds / shutterSeconds);
}

/**
 * Chance that a pixel shows the empty place in a median of `frames`, when each frame covers it with probability
 * `occupancy`, independently: 1 - Σ over k from ceil(N/2) of the binomial terms.
 */
export function medianCleanProbability(frames: number, occupancy: number): number {
  let term = (1 - occupancy) ** frames;
  let clean = 0;
  for (let k = 0; k < Math.ceil(frames / 2); k++) {
    clean += term;
    term *= ((frames - k) / (k + 1)) * (occupancy / (1 - occupancy));
  }
  return clean;
}

/** Share of the pixels that a clean median brings out empty. */
export const CLEAN_MEDIAN = 0.999;

/** Medians of more frames than this are not worth taking; and their terms would be too small for a double. */
const MOST_FRAMES = 801;

/** Fewest frames, odd, whose median is clean with this probability; null when even 801 are not enough. */
export function framesForCleanMedian(occupancy: number, probability: number): number | null {
  const clean = (half: number) => medianCleanProbability(2 * half + 1, occupancy) >= probability;
  let above = (MOST_FRAMES - 1) / 2;
  if (occupancy >= 0.5 || !clean(above)) return null;
  // Under a half, each two frames more make it cleaner: what lies between is halved.
  let below = 0;
  while (above - below > 1) {
    const middle = Math.floor((below + above) / 2);
    if (clean(middle)) above = middle;
    else below = middle;
  }
  return 2 * above + 1;
}
