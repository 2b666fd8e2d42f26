import { decodeSrgb, encodeSrgb } from "../picture/srgb";

const TOP_CODE = 65_535;

// A curve of codes over light, with a point for each exponent and first eleven bits of the mantissa of a number in single precision,
// and straight between them: 0.02 codes off at most, and no power for each sample.

const LEAST_EXPONENT = -32;
const MANTISSA_STEPS = 2048;
const POINTS = -LEAST_EXPONENT * MANTISSA_STEPS;
/** Of single precision: what lies below the bits that choose a point, and where 2^-32 lies among the points. */
const BELOW_BITS = 12;
const FIRST_POINT = (127 + LEAST_EXPONENT) * MANTISSA_STEPS;

let lights: Float64Array | undefined;
let curve: Float32Array | undefined;
const single = new Float32Array(1);
const bits = new Uint32Array(single.buffer);

/** Linear light, 0 to 1, of each 16-bit sRGB code. */
export function codeLights(): Float64Array {
  lights ??= Float64Array.from({ length: TOP_CODE + 1 }, (_, code) => decodeSrgb(code / TOP_CODE));
  return lights;
}

const curveOfCodes = (): Float32Array =>
  Float32Array.from({ length: POINTS + 1 }, (_, point) => {
    const exponent = LEAST_EXPONENT + Math.floor(point / MANTISSA_STEPS);
    return TOP_CODE * encodeSrgb(2 ** exponent * (1 + (point % MANTISSA_STEPS) / MANTISSA_STEPS)) + 0.5;
  });

/** The nearest 16-bit sRGB code of linear light; what is over white is white. */
export function codeOfLight(light: number): number {
  curve ??= curveOfCodes();
  if (light >= 1) return TOP_CODE;
  single[0] = light;
  const point = (bits[0]! >>> BELOW_BITS) - FIRST_POINT;
  // Darker than 2^-32, or none.
  if (light <= 0 || point < 0) return 0;
  const low = curve[point]!;
  return (low + ((curve[point + 1]! - low) * (bits[0]! & ((1 << BELOW_BITS) - 1))) / (1 << BELOW_BITS)) | 0;
}
