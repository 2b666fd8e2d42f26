import type { Placement } from "./placement";

type Matrix = readonly number[];

const UNIT: Matrix = [1, 0, 0, 0, 1, 0, 0, 0, 1];
/** Of the series: moves of a few degrees are exact after so many. */
const TERMS = 16;

const times = (a: Matrix, b: Matrix): number[] =>
  Array.from({ length: 9 }, (_, at) => {
    const [row, column] = [3 * Math.floor(at / 3), at % 3];
    return a[row]! * b[column]! + a[row + 1]! * b[3 + column]! + a[row + 2]! * b[6 + column]!;
  });
const plus = (a: Matrix, b: Matrix, scale: number): number[] => a.map((value, at) => value + scale * b[at]!);

const determinant = ([a, b, c, d, e, f, g, h, i]: Matrix): number =>
  a! * (e! * i! - f! * h!) - b! * (d! * i! - f! * g!) + c! * (d! * h! - e! * g!);

/**
 * A part of a move, along its own way: for a sky that turns a part of its turn about the same pole. Negative parts go back.
 *
 * By the logarithm of the matrix, as series of what it differs from the unit one: for moves of less than some thirty degrees.
 */
export function partOf({ matrix, distortion }: Placement, part: number): Placement {
  const scale = 1 / Math.cbrt(determinant(matrix));
  const differs = plus(
    matrix.map((value) => value * scale),
    UNIT,
    -1,
  );
  let logarithm: number[] = new Array(9).fill(0);
  let power: number[] = [...UNIT];
  for (let term = 1; term <= TERMS; term++) {
    power = times(power, differs);
    logarithm = plus(logarithm, power, (term % 2 === 1 ? 1 : -1) / term);
  }
  let out: number[] = [...UNIT];
  let summand: number[] = [...UNIT];
  for (let term = 1; term <= TERMS; term++) {
    summand = times(summand, logarithm).map((value) => (value * part) / term);
    out = plus(out, summand, 1);
  }
  return { matrix: out.map((value) => value / out[8]!), distortion };
}
