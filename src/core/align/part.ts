import { determinant, type Matrix3, times, UNIT_MATRIX } from "../matrix3";
import type { Placement } from "./placement";

/** Of the series: moves of a few degrees are exact after so many. */
const TERMS = 16;

const plus = (a: Matrix3, b: Matrix3, scale: number): number[] => a.map((value, at) => value + scale * b[at]!);

/**
 * A part of a move, along its own way: for a sky that turns a part of its turn about the same pole. Negative parts go back.
 *
 * By the logarithm of the matrix, as series of what it differs from the unit one: for moves of less than some thirty degrees.
 */
export function partOf({ matrix, distortion }: Placement, part: number): Placement {
  const scale = 1 / Math.cbrt(determinant(matrix));
  const differs = plus(
    matrix.map((value) => value * scale),
    UNIT_MATRIX,
    -1,
  );
  let logarithm: number[] = new Array(9).fill(0);
  let power: number[] = [...UNIT_MATRIX];
  for (let term = 1; term <= TERMS; term++) {
    power = times(power, differs);
    logarithm = plus(logarithm, power, (term % 2 === 1 ? 1 : -1) / term);
  }
  let out: number[] = [...UNIT_MATRIX];
  let summand: number[] = [...UNIT_MATRIX];
  for (let term = 1; term <= TERMS; term++) {
    summand = times(summand, logarithm).map((value) => (value * part) / term);
    out = plus(out, summand, 1);
  }
  return { matrix: out.map((value) => value / out[8]!), distortion };
}
