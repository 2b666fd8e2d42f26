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

/** Fewest frames, odd, whose median is clean with this probability; null when even 201 are not enough. */
export function framesForCleanMedian(occupancy: number, probability: number): number | null {
  for (let frames = 3; frames <= 201; frames += 2) {
    if (medianCleanProbability(frames, occupancy) >= probability) return frames;
  }
  return null;
}
