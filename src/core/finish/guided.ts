// The guided filter: what is known roughly of each pixel is made to follow the edges of a picture. @see He, Sun & Tang (2013), Guided
// image filtering; He & Sun (2015), Fast guided filter: its two planes are smooth, so they may be known small and be used large.

import type { Piece } from "./piece";

/** One number a pixel, rows from the top. */
export interface Plane {
  readonly width: number;
  readonly height: number;
  readonly values: Float32Array;
}

/** What makes a value of a guide's: `slope` times it and `offset`. */
export interface GuidedPlanes {
  readonly slope: Plane;
  readonly offset: Plane;
}

/** Means over squares of `radius` to each side, cut off at the edges. */
export function boxMean({ width, height, values }: Plane, radius: number): Plane {
  // Sums of all that lies left of a column; means along each row about a line, which come and go; and their sums.
  const row = new Float64Array(width + 1);
  const held = Math.min(height, 2 * radius + 1);
  const along = new Float64Array(held * width);
  const sums = new Float64Array(width);
  const out = new Float32Array(values.length);
  const share = Float64Array.from(
    { length: width },
    (_, x) => 1 / (Math.min(width, x + radius + 1) - Math.max(0, x - radius)),
  );
  const take = (y: number) => {
    const [from, to] = [y * width, (y % held) * width];
    for (let x = 0, sum = 0; x < width; x++) {
      sum += values[from + x]!;
      row[x + 1] = sum;
    }
    for (let x = 0; x < width; x++) {
      const left = x > radius ? x - radius : 0;
      const right = x + radius < width ? x + radius + 1 : width;
      const mean = share[x]! * (row[right]! - row[left]!);
      sums[x] = sums[x]! + mean;
      along[to + x] = mean;
    }
  };
  const leave = (y: number) => {
    for (let x = 0, from = (y % held) * width; x < width; x++, from++) sums[x] = sums[x]! - along[from]!;
  };
  for (let y = 0; y < Math.min(radius, height); y++) take(y);
  for (let y = 0; y < height; y++) {
    if (y > radius) leave(y - radius - 1);
    if (y + radius < height) take(y + radius);
    const by = 1 / (Math.min(height, y + radius + 1) - Math.max(0, y - radius));
    for (let x = 0, at = y * width; x < width; x++, at++) out[at] = by * sums[x]!;
  }
  return { width, height, values: out };
}

const product = (a: Plane, b: Plane): Plane => ({ ...a, values: a.values.map((value, at) => value * b.values[at]!) });

/**
 * A guide whose means are worked out once, for many values.
 *
 * @param evenness Variance of the guide, in its own units squared, under which a place is even and edges are none.
 */
export function guidedBy(guide: Plane, radius: number, evenness: number): (values: Plane) => GuidedPlanes {
  const mean = boxMean(guide, radius);
  const square = boxMean(product(guide, guide), radius);
  const variance = square.values.map((value, at) => Math.max(0, value - mean.values[at]! ** 2));
  return (values) => {
    const middle = boxMean(values, radius);
    const both = boxMean(product(guide, values), radius);
    const slopes = new Float32Array(variance.length);
    const offsets = new Float32Array(variance.length);
    for (let at = 0; at < variance.length; at++) {
      const slope = (both.values[at]! - mean.values[at]! * middle.values[at]!) / (variance[at]! + evenness);
      slopes[at] = slope;
      offsets[at] = middle.values[at]! - slope * mean.values[at]!;
    }
    return {
      slope: boxMean({ ...guide, values: slopes }, radius),
      offset: boxMean({ ...guide, values: offsets }, radius),
    };
  };
}

/** Where the middles of a larger picture's columns or rows lie in a smaller one, `count` of them from one on. */
export function placesIn(
  size: number,
  small: number,
  from = 0,
  count = size,
): { readonly first: Int32Array; readonly part: Float32Array } {
  const first = new Int32Array(count);
  const part = new Float32Array(count);
  for (let at = 0; at < count; at++) {
    const place = Math.max(0, Math.min(small - 1, ((from + at + 0.5) * small) / size - 0.5));
    first[at] = Math.min(Math.max(0, small - 2), Math.floor(place));
    part[at] = place - first[at]!;
  }
  return { first, part };
}

/** Small planes as they are seen from a piece of a picture, row by row of it: straight between their middles. */
export function enlarger(
  small: Pick<Plane, "width" | "height">,
  { width, left, top, of }: Piece,
): (plane: Plane, row: number, out: Float32Array) => void {
  const across = placesIn(of.width, small.width, left, width);
  const down = placesIn(of.height, small.height);
  const next = small.width > 1 ? 1 : 0;
  const row = new Float32Array(small.width);
  return ({ values }, line, out) => {
    const y = top + line;
    const above = down.first[y]! * small.width;
    const below = above + (small.height > 1 ? small.width : 0);
    const part = down.part[y]!;
    for (let x = 0; x < row.length; x++) row[x] = values[above + x]! + part * (values[below + x]! - values[above + x]!);
    for (let x = 0; x < width; x++) {
      const before = across.first[x]!;
      out[x] = row[before]! + across.part[x]! * (row[before + next]! - row[before]!);
    }
  };
}
