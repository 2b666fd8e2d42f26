// The guided filter: what is known roughly of each pixel is made to follow the edges of a picture. @see He, Sun & Tang (2013), Guided
// image filtering; He & Sun (2015), Fast guided filter: its two planes are smooth, so they may be known small and be used large.

import { growTo, openEmbedded } from "../embeddedKernel";
import { GUIDED_KERNEL } from "./guidedKernel.wasm";
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

interface GuidedKernel {
  readonly memory: WebAssembly.Memory;
  boxMean(
    out: number,
    values: number,
    along: number,
    sums: number,
    width: number,
    height: number,
    radius: number,
  ): void;
  product(out: number, a: number, b: number, bytes: number): void;
  variance(squares: number, mean: number, bytes: number): void;
  lines(both: number, middle: number, mean: number, variance: number, evenness: number, bytes: number): void;
}

/** Byte offset of the first plane in the kernel's memory. */
const PLANES = 1024;

let compiled: GuidedKernel | undefined;

/** The kernel with so many planes of a size in its memory. */
function opened(count: number, { width, height }: Plane) {
  const values = width * height;
  const bytes = 16 * Math.ceil(values / 4);
  const sums = PLANES + (count + 1) * bytes;
  const end = sums + 8 * (2 * width + 1);
  compiled ??= openEmbedded<GuidedKernel>(GUIDED_KERNEL, end);
  growTo(compiled.memory, end);
  const kernel = compiled;
  const at = Array.from({ length: count }, (_, plane) => PLANES + (plane + 1) * bytes);
  const view = (plane: number) => new Float32Array(kernel.memory.buffer, plane, values);
  return {
    kernel,
    bytes,
    at,
    put: (plane: number, from: Float32Array) => view(plane).set(from),
    got: (plane: number): Plane => ({ width, height, values: view(plane).slice() }),
    mean: (out: number, of: number, radius: number) => kernel.boxMean(out, of, PLANES, sums, width, height, radius),
  };
}

/** Means over squares of `radius` to each side, cut off at the edges. */
export function boxMean(plane: Plane, radius: number): Plane {
  const { at, put, got, mean } = opened(2, plane);
  const [from, to] = at as [number, number];
  put(from, plane.values);
  mean(to, from, radius);
  return got(to);
}

/**
 * A guide whose means are worked out once, for many values.
 *
 * @param evenness Variance of the guide, in its own units squared, under which a place is even and edges are none.
 */
export function guidedBy(guide: Plane, radius: number, evenness: number): (values: Plane) => GuidedPlanes {
  /** The guide, its mean and variance, and four planes more. */
  const begun = () => {
    const planes = opened(7, guide);
    planes.put(planes.at[0]!, guide.values);
    return { ...planes, at: planes.at as [number, number, number, number, number, number, number] };
  };
  const { kernel, bytes, at, got, mean } = begun();
  const [own, middle, squares, products] = at;
  kernel.product(products, own, own, bytes);
  mean(squares, products, radius);
  mean(middle, own, radius);
  kernel.variance(squares, middle, bytes);
  const known = [got(middle), got(squares)] as const;
  return ({ values }) => {
    const { kernel, bytes, at, put, got, mean } = begun();
    const [own, middle, variance, given, both, first, second] = at;
    put(middle, known[0].values);
    put(variance, known[1].values);
    put(given, values);
    kernel.product(first, own, given, bytes);
    mean(both, first, radius);
    mean(second, given, radius);
    kernel.lines(both, second, middle, variance, evenness, bytes);
    mean(first, both, radius);
    mean(given, second, radius);
    return { slope: got(first), offset: got(given) };
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
