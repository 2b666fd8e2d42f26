/** A picture of one channel, row by row. */
export interface Plane {
  readonly width: number;
  readonly height: number;
  readonly data: Float32Array;
}

/** A plane of zeros. */
export function plane(width: number, height: number): Plane {
  return { width, height, data: new Float32Array(width * height) };
}

/** The binomial filter (1 4 6 4 1)/16 of Burt and Adelson. */
const OUTER = 1 / 16;
const NEXT = 4 / 16;
const MIDDLE = 6 / 16;

const clamp = (index: number, size: number): number => (index < 0 ? 0 : index >= size ? size - 1 : index);

/** Half the size: smoothed, then every second pixel. Borders repeat the last pixel. */
function reduce({ width, height, data }: Plane): Plane {
  const out = plane((width + 1) >> 1, (height + 1) >> 1);
  const rows = new Float32Array(out.width * height);
  for (let y = 0; y < height; y++) {
    const row = y * width;
    for (let x = 0; x < out.width; x++) {
      const at = 2 * x;
      rows[y * out.width + x] =
        OUTER * (data[row + clamp(at - 2, width)]! + data[row + clamp(at + 2, width)]!) +
        NEXT * (data[row + clamp(at - 1, width)]! + data[row + clamp(at + 1, width)]!) +
        MIDDLE * data[row + at]!;
    }
  }
  for (let y = 0; y < out.height; y++) {
    const at = 2 * y;
    const [a, b, c, d, e] = [at - 2, at - 1, at, at + 1, at + 2].map((line) => clamp(line, height) * out.width);
    for (let x = 0; x < out.width; x++) {
      out.data[y * out.width + x] =
        OUTER * (rows[a! + x]! + rows[e! + x]!) + NEXT * (rows[b! + x]! + rows[d! + x]!) + MIDDLE * rows[c! + x]!;
    }
  }
  return out;
}

/** One line of twice the size: even places mix three coarse pixels, odd ones two. */
function expandedAt(values: Float32Array, from: number, step: number, size: number, place: number): number {
  const at = place >> 1;
  const here = values[from + step * clamp(at, size)]!;
  const after = values[from + step * clamp(at + 1, size)]!;
  if (place % 2 === 1) return 0.5 * (here + after);
  return 0.125 * (values[from + step * clamp(at - 1, size)]! + after) + 0.75 * here;
}

/** Adds `sign` times the coarse plane, at twice the size and smoothed, to the fine one, in place. */
function addExpandedInPlace(fine: Plane, coarse: Plane, sign: 1 | -1): void {
  const rows = new Float32Array(fine.width * coarse.height);
  for (let y = 0; y < coarse.height; y++) {
    for (let x = 0; x < fine.width; x++) {
      rows[y * fine.width + x] = expandedAt(coarse.data, y * coarse.width, 1, coarse.width, x);
    }
  }
  for (let y = 0; y < fine.height; y++) {
    for (let x = 0; x < fine.width; x++) {
      const at = y * fine.width + x;
      fine.data[at] = fine.data[at]! + sign * expandedAt(rows, x, fine.width, coarse.height, y);
    }
  }
}

/** What a Gaussian level holds beyond the next coarser one: a Laplacian level, in place. */
export function subtractExpandedInPlace(fine: Plane, coarse: Plane): void {
  addExpandedInPlace(fine, coarse, -1);
}

/**
 * Gaussian pyramid, the plane itself first. @see Burt & Adelson, "The Laplacian pyramid as a compact image code", IEEE
 * Trans. Commun. 31 (1983).
 */
export function buildGaussian(finest: Plane, levels: number): Plane[] {
  const pyramid = [finest];
  while (pyramid.length < levels) pyramid.push(reduce(pyramid.at(-1)!));
  return pyramid;
}

/** Adds up a Laplacian pyramid from the coarsest level, in place, into its finest level, which it returns. */
export function collapseInPlace(levels: readonly Plane[]): Plane {
  for (let level = levels.length - 2; level >= 0; level--) addExpandedInPlace(levels[level]!, levels[level + 1]!, 1);
  return levels[0]!;
}
