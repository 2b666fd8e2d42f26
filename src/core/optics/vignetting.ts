/**
 * Darkens a band of an interleaved RGB picture towards its corners, in place: by 2^(-stops·r²), with r the distance from
 * the middle in half diagonals.
 *
 * @param light 3 · width · rows values, the rows from `firstRow` on.
 */
export function vignetteInPlace(
  light: Float32Array,
  { width, height }: { readonly width: number; readonly height: number },
  firstRow: number,
  rows: number,
  stops: number,
): void {
  const perSquare = -stops / ((width / 2) ** 2 + (height / 2) ** 2);
  for (let row = 0; row < rows; row++) {
    const down = firstRow + row + 0.5 - height / 2;
    for (let column = 0; column < width; column++) {
      const across = column + 0.5 - width / 2;
      const gain = 2 ** (perSquare * (across * across + down * down));
      const at = 3 * (row * width + column);
      light[at] = light[at]! * gain;
      light[at + 1] = light[at + 1]! * gain;
      light[at + 2] = light[at + 2]! * gain;
    }
  }
}
