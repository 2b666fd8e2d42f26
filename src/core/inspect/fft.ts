/** Complex numbers of a square, row by row, side a power of two. */
export interface ComplexSquare {
  readonly side: number;
  readonly re: Float64Array;
  readonly im: Float64Array;
}

/** Cosines and sines of the parts of a turn that a line of so many numbers needs. */
function turnsOf(count: number, sign: 1 | -1): { readonly cos: Float64Array; readonly sin: Float64Array } {
  const angle = (k: number) => (2 * Math.PI * k) / count;
  const half = { length: count >> 1 };
  return {
    cos: Float64Array.from(half, (_, k) => Math.cos(angle(k))),
    sin: Float64Array.from(half, (_, k) => sign * Math.sin(angle(k))),
  };
}

/**
 * Transforms a line of complex numbers in place, as many as a power of two and four at least; the inverse without its factor.
 *
 * @see Cooley & Tukey (1965), An algorithm for the machine calculation of complex Fourier series
 */
function transformLine(re: Float64Array, im: Float64Array, { cos, sin }: ReturnType<typeof turnsOf>): void {
  const count = re.length;
  for (let i = 1, j = 0; i < count; i++) {
    let bit = count >> 1;
    for (; j & bit; bit >>= 1) j ^= bit;
    j ^= bit;
    if (i >= j) continue;
    const r = re[i]!;
    const m = im[i]!;
    re[i] = re[j]!;
    im[i] = im[j]!;
    re[j] = r;
    im[j] = m;
  }
  // Two steps at once whose turns are none and a quarter: nothing is multiplied.
  const quarter = sin[count >> 2]!;
  for (let a = 0; a + 3 < count; a += 4) {
    const [b, c, d] = [a + 1, a + 2, a + 3];
    const sumRe = re[a]! + re[b]!;
    const sumIm = im[a]! + im[b]!;
    const lessRe = re[a]! - re[b]!;
    const lessIm = im[a]! - im[b]!;
    const otherSumRe = re[c]! + re[d]!;
    const otherSumIm = im[c]! + im[d]!;
    const turnedRe = -quarter * (im[c]! - im[d]!);
    const turnedIm = quarter * (re[c]! - re[d]!);
    re[a] = sumRe + otherSumRe;
    im[a] = sumIm + otherSumIm;
    re[b] = lessRe + turnedRe;
    im[b] = lessIm + turnedIm;
    re[c] = sumRe - otherSumRe;
    im[c] = sumIm - otherSumIm;
    re[d] = lessRe - turnedRe;
    im[d] = lessIm - turnedIm;
  }
  for (let size = 8; size <= count; size <<= 1) {
    const half = size >> 1;
    const stride = count / size;
    for (let start = 0; start < count; start += size)
      for (let k = 0; k < half; k++) {
        const a = start + k;
        const b = a + half;
        const c = cos[k * stride]!;
        const s = sin[k * stride]!;
        const x = re[b]! * c - im[b]! * s;
        const y = re[b]! * s + im[b]! * c;
        re[b] = re[a]! - x;
        im[b] = im[a]! - y;
        re[a] = re[a]! + x;
        im[a] = im[a]! + y;
      }
  }
}

/**
 * Fourier transform of a square in place; `sign` -1 there, 1 back, without a factor.
 *
 * @param kept Columns of frequencies of this and more are left half done, for whoever does not want them.
 */
export function transform({ side, re, im }: ComplexSquare, sign: 1 | -1, kept = side): void {
  const turns = turnsOf(side, sign);
  for (let row = 0; row < side; row++) {
    const [from, to] = [row * side, (row + 1) * side];
    transformLine(re.subarray(from, to), im.subarray(from, to), turns);
  }
  const [lineRe, lineIm] = [new Float64Array(side), new Float64Array(side)];
  for (let column = 0; column < side; column++) {
    if (Math.min(column, side - column) >= kept) continue;
    for (let row = 0, at = column; row < side; row++, at += side) {
      lineRe[row] = re[at]!;
      lineIm[row] = im[at]!;
    }
    transformLine(lineRe, lineIm, turns);
    for (let row = 0, at = column; row < side; row++, at += side) {
      re[at] = lineRe[row]!;
      im[at] = lineIm[row]!;
    }
  }
}
