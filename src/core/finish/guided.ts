// The guided filter: what is known roughly of each pixel is made to follow the edges of a picture. @see He, Sun & Tang (2013), Guided
// image filtering; He & Sun (2015), Fast guided filter: its two planes are smooth, so they may be known small and be used large.

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
  const across = new Float32Array(values.length);
  for (let y = 0; y < height; y++) {
    const row = y * width;
    let sum = 0;
    for (let x = 0; x < Math.min(radius, width); x++) sum += values[row + x]!;
    for (let x = 0; x < width; x++) {
      if (x + radius < width) sum += values[row + x + radius]!;
      if (x > radius) sum -= values[row + x - radius - 1]!;
      across[row + x] = sum / (Math.min(width - 1, x + radius) - Math.max(0, x - radius) + 1);
    }
  }
  const out = new Float32Array(values.length);
  const sums = new Float64Array(width);
  for (let y = 0; y < Math.min(radius, height); y++)
    for (let x = 0; x < width; x++) sums[x] = sums[x]! + across[y * width + x]!;
  for (let y = 0; y < height; y++) {
    const [comes, goes] = [(y + radius) * width, (y - radius - 1) * width];
    const rows = Math.min(height - 1, y + radius) - Math.max(0, y - radius) + 1;
    for (let x = 0; x < width; x++) {
      let sum = sums[x]!;
      if (y + radius < height) sum += across[comes + x]!;
      if (y > radius) sum -= across[goes + x]!;
      sums[x] = sum;
      out[y * width + x] = sum / rows;
    }
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

/** Where the middles of a larger picture's columns or rows lie in a smaller one. */
function placesIn(size: number, small: number): { readonly first: Int32Array; readonly part: Float32Array } {
  const first = new Int32Array(size);
  const part = new Float32Array(size);
  for (let at = 0; at < size; at++) {
    const place = Math.max(0, Math.min(small - 1, ((at + 0.5) * small) / size - 0.5));
    first[at] = Math.min(Math.max(0, small - 2), Math.floor(place));
    part[at] = place - first[at]!;
  }
  return { first, part };
}

/** Small planes as they are seen from a picture of `width` x `height` pixels, row by row: straight between their middles. */
export function enlarger(
  small: Pick<Plane, "width" | "height">,
  width: number,
  height: number,
): (plane: Plane, y: number, out: Float32Array) => void {
  const across = placesIn(width, small.width);
  const down = placesIn(height, small.height);
  const next = small.width > 1 ? 1 : 0;
  const row = new Float32Array(small.width);
  return ({ values }, y, out) => {
    const above = down.first[y]! * small.width;
    const below = above + (small.height > 1 ? small.width : 0);
    const part = down.part[y]!;
    for (let x = 0; x < row.length; x++) row[x] = values[above + x]! + part * (values[below + x]! - values[above + x]!);
    for (let x = 0; x < width; x++) {
      const left = across.first[x]!;
      out[x] = row[left]! + across.part[x]! * (row[left + next]! - row[left]!);
    }
  };
}
