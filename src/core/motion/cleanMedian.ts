/** People who come to a spot at random, one at a time, and stay for a fixed while; and the rhythm in which frames look at it. */
export interface WatchedSpot {
  /** Share of the time for which somebody is there, over 0 and under 1. */
  readonly occupancy: number;
  readonly dwellSeconds: number;
  readonly shutterSeconds: number;
  /** Start to start. */
  readonly periodSeconds: number;
}

/** Share of the pixels that a clean median brings out empty. */
export const CLEAN_MEDIAN = 0.999;

/** How often somebody comes to a spot while it is free. */
const comePerSecond = ({ occupancy, dwellSeconds }: WatchedSpot): number =>
  occupancy / (dwellSeconds * (1 - occupancy));

/** Share of the frames that see nobody while the shutter is open. */
const emptyShare = (spot: WatchedSpot): number =>
  (1 - spot.occupancy) * Math.exp(-comePerSecond(spot) * spot.shutterSeconds);

/** Whether a median can empty the place at all: where more frames than not see somebody, more of them only make it worse. */
export const medianEmpties = (spot: WatchedSpot): boolean => emptyShare(spot) > 0.5;

/** Chances smaller than this change nothing that is shown: of what is counted on the way, and of what comes out. */
const NOTHING = 1e-9;
const SELDOM = 1e-4;

/**
 * Chance that a spot which was free is free again after a while: Poisson arrivals at `rate`, each of which holds it for a
 * dwell. With j stays in between, they came in what is left of the while: Σ over j of the Poisson terms j of rate·(s - j·dwell).
 *
 * @see Cox, Renewal Theory (1962), section 7.4, for counters with a fixed dead time.
 */
function freeAfter(seconds: number, rate: number, dwellSeconds: number): number {
  let chance = 0;
  let logFactorial = 0;
  for (let stays = 0; stays * dwellSeconds <= seconds; stays++) {
    if (stays > 0) logFactorial += Math.log(stays);
    const expected = rate * (seconds - stays * dwellSeconds);
    if (expected > 0) chance += Math.exp(stays * Math.log(expected) - expected - logFactorial);
    else if (stays === 0) chance += 1;
  }
  return chance;
}

/** Numbers are scaled down by this where they would grow too large. */
const SCALE = 1e200;

/**
 * Running sums of the first coefficients of h(z)^power, h a series whose coefficients are not negative and whose first is not
 * 0, as numbers with one logarithm of their scale: c_k = Σ over j ≤ k of (power·j - k + j)·h_j·c_(k-j) / (k·h₀). No term is
 * negative up to k = power + 1.
 *
 * @see Knuth, The Art of Computer Programming 2 (1997), section 4.7, formula 9.
 */
function sumsOfPower(h: readonly number[], power: number, count: number): { sums: number[]; logScale: number } {
  let logScale = power * Math.log(h[0]!);
  let c = [1];
  for (let k = 1; k < count; k++) {
    let sum = 0;
    for (let j = 1; j <= Math.min(k, h.length - 1); j++) sum += (power * j - k + j) * h[j]! * c[k - j]!;
    c.push(sum / (k * h[0]!));
    if (c[k]! > SCALE) {
      c = c.map((value) => value / SCALE);
      logScale += Math.log(SCALE);
    }
  }
  let so = 0;
  const sums = c.map((value) => {
    so += value;
    return so;
  });
  return { sums, logScale };
}

/**
 * Chance that a spot comes out empty in the median of frames: that fewer than half of them saw somebody while the shutter
 * was open. Frames may be closer than a dwell and see the same people: an empty frame leaves the spot free at its end, and
 * what comes next does not depend on what was before, so the empty frames are a renewal process, counted exactly.
 *
 * @see Feller, An Introduction to Probability Theory 1 (1968), chapter XIII.
 */
export function cleanMedianProbability(spot: WatchedSpot, frames: number): number {
  const { dwellSeconds, shutterSeconds, periodSeconds } = spot;
  const rate = comePerSecond(spot);
  const nobodyComes = Math.exp(-rate * shutterSeconds);
  const empty = emptyShare(spot);
  // At most 2·empty, by Markov's inequality.
  if (empty < SELDOM) return 0;
  // Chance of an empty frame k frames after an empty one, from 1.
  const again = [0];
  // Chances that the next empty frame comes k frames after one, and that the first of all is the k-th, from 1.
  const next = [0];
  const first = [0];
  let left = 1;
  for (let k = 1; k <= frames && left > NOTHING; k++) {
    again.push(freeAfter(k * periodSeconds - shutterSeconds, rate, dwellSeconds) * nobodyComes);
    let chance = again[k]!;
    let start = empty;
    for (let j = 1; j < k; j++) {
      chance -= next[j]! * again[k - j]!;
      start -= first[j]! * again[k - j]!;
    }
    next.push(Math.max(0, chance));
    first.push(Math.max(0, start));
    left -= next[k]!;
  }
  // Clean: the first empty frame and `more` after it lie within the run.
  const more = frames >> 1;
  const within = frames - more;
  const { sums, logScale } = sumsOfPower(next.slice(1), more, within);
  let sum = 0;
  for (let k = 1; k < first.length && k <= within; k++) sum += first[k]! * sums[within - k]!;
  return sum > 0 ? Math.min(1, Math.exp(Math.log(sum) + logScale)) : 0;
}

/** Fewest frames, odd and at most `most`, whose median is clean with this probability; null where not even `most` are enough. */
export function framesForCleanMedian(spot: WatchedSpot, probability: number, most: number): number | null {
  const clean = (half: number) => cleanMedianProbability(spot, 2 * half + 1) >= probability;
  const mostHalf = (most - 1) >> 1;
  if (mostHalf < 1 || !medianEmpties(spot)) return null;
  // Each two frames more make it cleaner: they are doubled until they are enough, and what lies between is halved.
  let below = 0;
  let above = 1;
  while (!clean(above)) {
    if (above === mostHalf) return null;
    below = above;
    above = Math.min(mostHalf, 2 * above);
  }
  while (above - below > 1) {
    const middle = (below + above) >> 1;
    if (clean(middle)) above = middle;
    else below = middle;
  }
  return 2 * above + 1;
}
