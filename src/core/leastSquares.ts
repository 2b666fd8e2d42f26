/** Solves a system of linear equations by elimination with the largest pivots; null where it has no one answer. */
function solve(rows: number[][]): number[] | null {
  const count = rows.length;
  for (let column = 0; column < count; column++) {
    let best = column;
    for (let row = column + 1; row < count; row++)
      if (Math.abs(rows[row]![column]!) > Math.abs(rows[best]![column]!)) best = row;
    [rows[column], rows[best]] = [rows[best]!, rows[column]!];
    const pivot = rows[column]![column]!;
    if (!(Math.abs(pivot) > 1e-12)) return null;
    for (let row = 0; row < count; row++) {
      if (row === column) continue;
      const factor = rows[row]![column]! / pivot;
      for (let at = column; at <= count; at++) rows[row]![at] = rows[row]![at]! - factor * rows[column]![at]!;
    }
  }
  return rows.map((row, at) => row[count]! / row[at]!);
}

/** Least squares: each equation is its coefficients and, last, its right side; null where they have no one answer. */
export function leastSquares(equations: readonly (readonly number[])[], unknowns: number): number[] | null {
  const normal = Array.from({ length: unknowns }, () => new Array<number>(unknowns + 1).fill(0));
  for (const equation of equations)
    for (let row = 0; row < unknowns; row++)
      for (let column = 0; column <= unknowns; column++)
        normal[row]![column] = normal[row]![column]! + equation[row]! * equation[column]!;
  return solve(normal);
}
