import { decodeSrgb } from "../picture/srgb";
import { codeGuesses, codeThresholds } from "./tables";

/** Exponent and first bits of a double's mantissa, as `codeGuesses` counts them, begin at those of 2^-32. */
const PATTERN_SHIFT = 9;
const FIRST_PATTERN = (1023 - 32) << 11;
const TOP_CODE = 65_535;

let lights: Float64Array | undefined;
let encoding: { readonly thresholds: Float64Array; readonly guesses: Uint16Array } | undefined;
const double = new Float64Array(1);
const words = new Uint32Array(double.buffer);

/** Linear light, 0 to 1, of each 16-bit sRGB code. */
export function codeLights(): Float64Array {
  lights ??= Float64Array.from({ length: TOP_CODE + 1 }, (_, code) => decodeSrgb(code / TOP_CODE));
  return lights;
}

/** The 16-bit sRGB code of linear light, rounded half up; what is over white is white. */
export function codeOfLight(light: number): number {
  if (!encoding) {
    const thresholds = codeThresholds();
    encoding = { thresholds, guesses: codeGuesses(thresholds) };
  }
  if (light >= 1) return TOP_CODE;
  double[0] = light;
  const pattern = (words[1]! >>> PATTERN_SHIFT) - FIRST_PATTERN;
  // Darker than 2^-32, or none.
  if (light <= 0 || pattern <= 0) return 0;
  const { thresholds, guesses } = encoding;
  let code = guesses[pattern]!;
  while (light >= thresholds[code + 1]!) code++;
  return code;
}
