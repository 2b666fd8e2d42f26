// AssemblyScript, compiled to WebAssembly SIMD by scripts/bundle.mjs into starsKernel.wasm.ts. What it does stands in shapeStars.ts. Pointers
// are byte offsets into the kernel's own memory, which starPlanes.ts lays out: planes of rows `stride` bytes apart, each row with as many
// bytes before and behind it as are looked at beyond its edges.

import { codes, exp2, f, fma, LEAST, log2, mix, storeCodes } from "./lanes.as";

export { followRow, lightRow } from "./places.as";

const FLOOR: f32 = 1.0 / 16384.0;

/**
 * Luminance of a row's three planes of light; what its surroundings' stops are of light, in place; parts are held between 0 and 1. `pixels`
 * is a multiple of 4.
 */
export function skyRow(over: usize, light: usize, plane: usize, about: usize, sky: usize, pixels: usize): void {
  for (let at: usize = 0; at < pixels << 2; at += 16) {
    const red = v128.load(light + at);
    const luminance = mix(red, v128.load(light + plane + at), v128.load(light + 2 * plane + at), 0.2126, 0.7152, 0.0722);
    v128.store(over + at, luminance);
    v128.store(about + at, f32x4.max(f32x4.sub(exp2(v128.load(about + at)), f(FLOOR)), f(0)));
    v128.store(sky + at, f32x4.min(f32x4.max(v128.load(sky + at), f(0)), f(1)));
  }
}

/** Values of a row that go on before and behind it as they end, up to `reach`. */
export function extendRow(row: usize, width: usize, reach: usize): void {
  const end = row + (width << 2);
  for (let at: usize = 4; at <= reach << 2; at += 4) {
    store<f32>(row - at, load<f32>(row));
    store<f32>(end + at - 4, load<f32>(end - 4));
  }
}

/** The most, or the least, of each pixel's row up to `reach` from it. */
export function extremeAlong(out: usize, row: usize, reach: usize, isLeast: boolean, pixels: usize): void {
  const begins = row - (reach << 2);
  const last = reach << 3;
  for (let at: usize = 0; at < pixels << 2; at += 16) {
    let value = v128.load(begins + at);
    for (let near: usize = 4; near <= last; near += 4) {
      const other = v128.load(begins + at + near);
      value = isLeast ? f32x4.min(value, other) : f32x4.max(value, other);
    }
    v128.store(out + at, value);
  }
}

/** The most, or the least, of so many rows. */
export function extremeDown(out: usize, first: usize, stride: usize, rows: i32, isLeast: boolean, pixels: usize): void {
  for (let at: usize = 0; at < pixels << 2; at += 16) {
    let value = v128.load(first + at);
    let row = first + at;
    for (let y: i32 = 1; y < rows; y++) {
      row += stride;
      value = isLeast ? f32x4.min(value, v128.load(row)) : f32x4.max(value, v128.load(row));
    }
    v128.store(out + at, value);
  }
}

/** What light lies over its surroundings, in place. */
export function overRow(over: usize, about: usize, pixels: usize): void {
  for (let at: usize = 0; at < pixels << 2; at += 16)
    v128.store(over + at, f32x4.max(f32x4.sub(v128.load(over + at), v128.load(about + at)), f(0)));
}

/** Values between four pixels, `right` and `down` the parts of the way to the next ones. */
// @ts-ignore: decorator
@inline
function between(above: usize, below: usize, right: v128, down: v128): v128 {
  const a = v128.load(above);
  const upper = fma(f32x4.sub(v128.load(above + 4), a), right, a);
  const c = v128.load(below);
  const lower = fma(f32x4.sub(v128.load(below + 4), c), right, c);
  return fma(f32x4.sub(lower, upper), down, upper);
}

/**
 * Lines of light cut off at both ends: the least of a row and of what lies a way ahead of it and behind.
 *
 * @param ahead Of the rows above and below that place, their first pixel's; `behind` likewise.
 * @param right Part of the way to the next pixel ahead, and `down` to the next row; behind they are what is left of it, `left` and `up`.
 */
export function cutRow(
  out: usize, row: usize, ahead: usize, aheadBelow: usize, right: f32, down: f32, behind: usize, behindBelow: usize, left: f32, up: f32,
  pixels: usize,
): void {
  for (let at: usize = 0; at < pixels << 2; at += 16) {
    const front = between(ahead + at, aheadBelow + at, f(right), f(down));
    const back = between(behind + at, behindBelow + at, f(left), f(up));
    v128.store(out + at, f32x4.min(v128.load(row + at), f32x4.min(front, back)));
  }
}

/**
 * Codes of a row whose stars are shaped.
 *
 * @param light Three planes of the row's light, `plane` bytes apart.
 * @param near The most that lies over the surroundings about each pixel, as it was; `peaks` as it is shaped.
 * @param power Of a star's bell: what makes it narrower, as high.
 * @param from A pixel begins to be a star that has so many stops more about it than its surroundings, and is one `soft` further.
 */
export function shapeRow(
  out: usize, light: usize, plane: usize, over: usize, about: usize, sky: usize, near: usize, shaped: usize, peaks: usize, power: f32,
  from: f32, soft: f32, pixels: usize,
): void {
  for (let at: usize = 0; at < pixels << 2; at += 16) {
    const part = v128.load(sky + at);
    const own = v128.load(over + at);
    const around = v128.load(about + at);
    const base = f32x4.add(around, f(FLOOR));
    const stops = log2(f32x4.div(f32x4.add(v128.load(near + at), base), base));
    const rise = f32x4.min(f32x4.max(f32x4.mul(f32x4.sub(stops, f(from)), f(1 / soft)), f(0)), f(1));
    const star = f32x4.mul(part, f32x4.mul(f32x4.mul(rise, rise), f32x4.sub(f(3), f32x4.add(rise, rise))));
    const moves = v128.and(f32x4.gt(star, f(0)), f32x4.gt(own, f(0)));
    if (v128.any_true(moves)) {
      const left = v128.load(shaped + at);
      const peak = f32x4.max(v128.load(peaks + at), f(LEAST));
      const narrow = f32x4.mul(peak, exp2(f32x4.mul(log2(f32x4.max(f32x4.div(left, peak), f(LEAST))), f(power))));
      const wanted = v128.bitselect(narrow, f(0), f32x4.gt(left, f(0)));
      const share = f32x4.div(f32x4.add(around, wanted), f32x4.add(around, own));
      const gain = v128.bitselect(fma(star, f32x4.sub(share, f(1)), f(1)), f(1), moves);
      storeCodes(
        out,
        codes(f32x4.mul(gain, v128.load(light + at))),
        codes(f32x4.mul(gain, v128.load(light + plane + at))),
        codes(f32x4.mul(gain, v128.load(light + 2 * plane + at))),
      );
    }
    out += 24;
  }
}
