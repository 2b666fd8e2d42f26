// How the kernels encode linear light; see kernels.as.ts.

/** The 16-bit code of linear light; tables as in `encodeSums`. */
// @ts-ignore: decorator
@inline
export function codeOf(value: f64, thresholds: usize, guesses: usize): u16 {
  const pattern = max<i64>(((reinterpret<u64>(value) >> 41) as i64) - PATTERN_BASE, 0);
  let code = load<u16>(guesses + ((min<i64>(pattern, 65535) as usize) << 1)) as usize;
  while (value >= load<f64>(thresholds + ((code + 1) << 3))) code++;
  return code as u16;
}

// The leading 23 bits (sign, exponent, 11 of the mantissa) of 2^-32 as a double.
const PATTERN_BASE: i64 = (1023 - 32) << 11;
