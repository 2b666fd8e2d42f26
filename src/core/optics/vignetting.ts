/**
 * Darkens a band of an interleaved RGB picture towards its corners, in place: by 2^(-stops·r²), with r the distance from
 * the middle in half diagonals.
 *
 * @param light 3 · width · rows values, the rows from `firstRow` on.
 * @param halfDiagonalSquared Of the whole picture, where this is a part of one; pixels squared.
 */
export function vignetteInPlace(
  light: Float32Array,
  { width, centreX, centreY }: { readonly width: number; readonly centreX: number; readonly centreY: number },
  firstRow: number,
  rows: number,
  stops: number,
  halfDiagonalSquared = centreX ** 2 + centreY ** 2,
): void {
  const perSquare = -stops / halfDiagonalSquared;
  for (let row = 0; row < rows; row++) {
    const down = firstRow + row + 0.5 - centreY;
    for (let column = 0; column < width; column++) {
      const across = column + 0.5 - centreX;
      const gain = 2 ** (perSquare * (across * across + down * down));
      const at = 3 * (row * width + column);
      light[at] = light[at]! * gain;
      light[at + 1] = light[at + 1]! * gain;
      light[at + 2] = light[at + 2]! * gain;
    }
  }
}
