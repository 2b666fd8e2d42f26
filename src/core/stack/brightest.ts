/** What the largest of so many standard normal values comes to. */
export interface Brightest {
  readonly mean: number;
  readonly deviation: number;
}

const REACH = 8;
const STEPS = 1600;

/** Normal density, and the share below, at each step from -8 to 8: the trapezoidal rule, good to 1e-6. */
const GRID = (() => {
  const width = (2 * REACH) / STEPS;
  let below = 0;
  let before = 0;
  return Array.from({ length: STEPS + 1 }, (_, i) => {
    const x = -REACH + i * width;
    const density = Math.exp((-x * x) / 2) / Math.sqrt(2 * Math.PI);
    below += i === 0 ? 0 : ((density + before) / 2) * width;
    before = density;
    return { x, density, below, width };
  });
})();

const known = new Map<number, Brightest>();

/**
 * Mean and standard deviation of the largest of `count` standard normal values, by integrating its density
 * N·φ(x)·Φ(x)^(N-1): how far the brightest of N noisy frames lies over their mean.
 *
 * @see David & Nagaraja, Order Statistics (2003), section 3.1.
 */
export function brightestOf(count: number): Brightest {
  const before = known.get(count);
  if (before) return before;
  let mean = 0;
  let square = 0;
  for (const { x, density, below, width } of GRID) {
    const weight = count * density * below ** (count - 1) * width;
    mean += x * weight;
    square += x * x * weight;
  }
  const found = { mean, deviation: Math.sqrt(Math.max(0, square - mean * mean)) };
  known.set(count, found);
  return found;
}
