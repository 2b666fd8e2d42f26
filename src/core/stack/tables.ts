import { decodeSrgb } from "../picture/srgb";

/** Linear light of 1 in the fixed-point sums: 48 binary places, so that 65,535 frames fit into 64 bits. */
export const FIXED_POINT_ONE = 2 ** 48;

/** Bits a sample has in the frames of a stack. */
export type SampleDepth = 8 | 16;
/** Samples of a decoded picture: bytes, or 16-bit codes. */
export type Samples = Uint8Array | Uint16Array;

/** Linear light of each sRGB code as 64-bit fixed point; 256 or 65,536 entries. */
export function linearTable(depth: SampleDepth): BigUint64Array {
  const top = 2 ** depth - 1;
  return BigUint64Array.from({ length: top + 1 }, (_, code) =>
    BigInt(Math.round(decodeSrgb(code / top) * FIXED_POINT_ONE)),
  );
}

/** Each code as itself: sums of codes, for a mean that ignores the encoding. */
export function identityTable(depth: SampleDepth): BigUint64Array {
  return BigUint64Array.from({ length: 2 ** depth }, (_, code) => BigInt(code));
}

/**
 * How far a mean of fixed-point values can fall short of the exact one: half a unit of the last place, and as much again
 * for the doubles it is compared in. Where the curve is straight, means of few codes are exact halves, which this lets
 * round up; other means stay much farther from a threshold than this.
 */
const FIXED_POINT_SLACK = 1 / FIXED_POINT_ONE;

/**
 * Least linear light that is rounded to each 16-bit sRGB code; 65,537 entries, the first 0 and the last infinite.
 * Entry k is the linear light of the display value (k - 0.5) / 65535, so comparing against it is the same as encoding
 * and rounding half up, without a power for every sample.
 */
export function codeThresholds(): Float64Array {
  const thresholds = new Float64Array(65_537);
  for (let code = 1; code < 65_536; code++) {
    thresholds[code] = decodeSrgb((code - 0.5) / 65_535) - FIXED_POINT_SLACK;
  }
  thresholds[65_536] = Number.POSITIVE_INFINITY;
  return thresholds;
}

const PATTERN_COUNT = 65_536;
const MANTISSA_STEPS = 2048;
const LEAST_EXPONENT = -32;

/** A code at or below the right one for each leading pattern of a double in [2^-32, 1): where the search begins. */
export function codeGuesses(thresholds: Float64Array): Uint16Array {
  const guesses = new Uint16Array(PATTERN_COUNT);
  let code = 0;
  for (let pattern = 1; pattern < PATTERN_COUNT; pattern++) {
    const exponent = LEAST_EXPONENT + Math.floor(pattern / MANTISSA_STEPS);
    const low = 2 ** exponent * (1 + (pattern % MANTISSA_STEPS) / MANTISSA_STEPS);
    while (low >= thresholds[code + 1]!) code++;
    guesses[pattern] = code;
  }
  return guesses;
}
