/**
 * Mixes integers into 32 well-spread bits; the same arguments always give the same bits.
 *
 * @see Chris Wellons, "Prospecting for Hash Functions" (2018), the lowbias32 function.
 */
export function hash32(a: number, b = 0, c = 0): number {
  let h = (a ^ Math.imul(b, 0x9e3779b1) ^ Math.imul(c, 0x85ebca77)) >>> 0;
  h = Math.imul(h ^ (h >>> 16), 0x21f0aaad);
  h = Math.imul(h ^ (h >>> 15), 0x735a2d97);
  return (h ^ (h >>> 15)) >>> 0;
}

/** A fixed uniform number in [0, 1) for these integers. */
export function hashUnit(a: number, b = 0, c = 0): number {
  return hash32(a, b, c) / 0x1_0000_0000;
}

/** A normal value is chosen by so many upper bits of 32 random ones. */
const QUANTILE_BITS = 14;
/** Built when the first value is asked for: most who import this module only hash. */
let quantiles: Float32Array | undefined;

/** Standard normal values at 2^`QUANTILE_BITS` evenly spaced probabilities; rescaled to a variance of exactly 1. */
export function normalQuantiles(): Float32Array {
  if (quantiles) return quantiles;
  const count = 1 << QUANTILE_BITS;
  const values = Float64Array.from({ length: count }, (_, i) => inverseNormal((i + 0.5) / count));
  const rms = Math.sqrt(values.reduce((sum, value) => sum + value * value, 0) / count);
  quantiles = Float32Array.from(values, (value) => value / rms);
  return quantiles;
}

/** Inverse of the normal distribution by bisection on the error integral; only builds the table above. */
function inverseNormal(probability: number): number {
  let low = -6;
  let high = 6;
  for (let step = 0; step < 50; step++) {
    const middle = (low + high) / 2;
    if (normalCdf(middle) < probability) low = middle;
    else high = middle;
  }
  return (low + high) / 2;
}

/** @see Abramowitz & Stegun (1964), 26.2.17; absolute error below 7.5e-8. */
function normalCdf(x: number): number {
  const t = 1 / (1 + 0.2316419 * Math.abs(x));
  const tail =
    (Math.exp((-x * x) / 2) / Math.sqrt(2 * Math.PI)) *
    (t * (0.31938153 + t * (-0.356563782 + t * (1.781477937 + t * (-1.821255978 + t * 1.330274429)))));
  return x >= 0 ? 1 - tail : tail;
}

/**
 * Fixed standard normal values in a shuffled order, 2^`bits` of them: a sensor's pattern noise is read from such a
 * table at offsets that differ from row to row.
 */
export function normalPattern(seed: number, bits: number): Float32Array {
  return Float32Array.from({ length: 1 << bits }, (_, index) => normalFromBits(hash32(index, seed)));
}

/** A standard normal value from 32 random bits. */
export function normalFromBits(bits: number): number {
  return normalQuantiles()[bits >>> (32 - QUANTILE_BITS)]!;
}

/** Advances a 32-bit xorshift state, never 0. @see Marsaglia, J. Stat. Softw. 8 (2003), 14. */
export function nextBits(state: number): number {
  let bits = state;
  bits ^= bits << 13;
  bits ^= bits >>> 17;
  bits ^= bits << 5;
  return bits >>> 0;
}
