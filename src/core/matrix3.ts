/** Nine numbers, row by row. */
export type Matrix3 = readonly number[];

export const UNIT_MATRIX: Matrix3 = [1, 0, 0, 0, 1, 0, 0, 0, 1];

/** One matrix after another: `a` of what `b` makes. */
export const times = (a: Matrix3, b: Matrix3): number[] =>
  Array.from({ length: 9 }, (_, at) => {
    const [row, column] = [3 * Math.floor(at / 3), at % 3];
    return a[row]! * b[column]! + a[row + 1]! * b[3 + column]! + a[row + 2]! * b[6 + column]!;
  });

export const determinant = ([a, b, c, d, e, f, g, h, i]: Matrix3): number =>
  a! * (e! * i! - f! * h!) - b! * (d! * i! - f! * g!) + c! * (d! * h! - e! * g!);

/** The inverse of a matrix that has one. */
export function inverted(matrix: Matrix3): number[] {
  const at = (row: number, column: number) => matrix[3 * (row % 3) + (column % 3)]!;
  const by = 1 / determinant(matrix);
  // Cofactors by turns have their signs already.
  return Array.from({ length: 9 }, (_, index) => {
    const [row, column] = [index % 3, Math.floor(index / 3)];
    return by * (at(row + 1, column + 1) * at(row + 2, column + 2) - at(row + 1, column + 2) * at(row + 2, column + 1));
  });
}
