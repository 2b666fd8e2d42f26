// AssemblyScript, compiled to WebAssembly SIMD by scripts/bundle.mjs into developKernel.wasm.ts. Its plain twin is `developed` in develop.ts,
// which says what is done in which order. Pointers are byte offsets into the kernel's own memory, which developKernel.ts lays out.

import { codes, exp2, f, fma, LEAST, log2, mix, rising, storeCodes, strengthen } from "./lanes.as";

export { followRow, lightRow } from "./places.as";

/** Numbers of the whole: exposure, highlights, colour, whether there is a tone curve, then nine of the balance, and nine of the space in which it comes out. */
const BALANCE: usize = 16;
const OUT: usize = 52;
const WHOLE_BYTES: usize = 4 * 22;
/** Numbers of a light: stops, range, middle, colour, whether it has a balance of its own, by how much that differs, which of the planes is its, and how far its white is spared. */
const OWN_BALANCE: usize = 20;
const OWN_PLANE: usize = 56;
const OWN_SPARED: usize = 60;
const LIGHT_BYTES: usize = 4 * 16;

const FLOOR_STOPS: f32 = -14;
const HIGHLIGHTS_FROM: f32 = -3;
const WHITENS_FROM: f32 = 0.6;
const CURVE_FROM: f32 = -16;
const CURVE_STEPS: f32 = 1023.0 / 22.0;
const CURVE_LAST: f32 = 1022.999;

/** What the tone curve multiplies one luminance by, given its logarithm's place on the curve. */
// @ts-ignore: decorator
@inline
function gainAt(curve: usize, place: f32): f32 {
  const held = min(max(place, 0), CURVE_LAST);
  const point = Mathf.floor(held);
  const at = curve + ((point as usize) << 2);
  return load<f32>(at) + (held - point) * (load<f32>(at + 4) - load<f32>(at));
}

/**
 * Develops pixels, a multiple of 4.
 *
 * @param out Three 16-bit codes a pixel.
 * @param light Three planes of linear light, one after the other, which may be written over, then one of the surroundings' stops; each
 *   `plane` bytes long.
 * @param parts Planes of parts in lights; the numbers say which is whose.
 * @param numbers Of the whole, then of each light.
 * @param curve Gains of the tone curve.
 */
export function develop(
  out: usize, light: usize, parts: usize, plane: usize, numbers: usize, lights: i32, curve: usize, pixels: usize,
): void {
  const exposure = f(load<f32>(numbers));
  const highlights = f(load<f32>(numbers + 4));
  const colour = f(load<f32>(numbers + 8));
  const hasTone = load<f32>(numbers + 12) != 0;
  for (let pixel: usize = 0; pixel < pixels; pixel += 4) {
    const at = light + (pixel << 2);
    const red = v128.load(at);
    const green = v128.load(at + plane);
    const blue = v128.load(at + 2 * plane);
    const surroundings = v128.load(at + 3 * plane);
    let moved = f32x4.mul(highlights, rising(HIGHLIGHTS_FROM, 0, surroundings));
    let unspared = f(0);
    let strength = colour;
    let m0 = f(load<f32>(numbers + BALANCE));
    let m1 = f(load<f32>(numbers + BALANCE + 4));
    let m2 = f(load<f32>(numbers + BALANCE + 8));
    let m3 = f(load<f32>(numbers + BALANCE + 12));
    let m4 = f(load<f32>(numbers + BALANCE + 16));
    let m5 = f(load<f32>(numbers + BALANCE + 20));
    let m6 = f(load<f32>(numbers + BALANCE + 24));
    let m7 = f(load<f32>(numbers + BALANCE + 28));
    let m8 = f(load<f32>(numbers + BALANCE + 32));
    const about = f32x4.max(surroundings, f(FLOOR_STOPS));
    let own = numbers + WHOLE_BYTES;
    for (let each: i32 = 0; each < lights; each++) {
      const share = v128.load(parts + (load<f32>(own + OWN_PLANE) as usize) * plane + (pixel << 2));
      const raised = fma(f32x4.sub(about, f(load<f32>(own + 8))), f(load<f32>(own + 4)), f(load<f32>(own)));
      const spared = load<f32>(own + OWN_SPARED);
      const lifted = f32x4.mul(share, raised);
      moved = fma(lifted, f(spared), moved);
      unspared = fma(lifted, f(1 - spared), unspared);
      strength = fma(share, f(load<f32>(own + 12)), strength);
      if (load<f32>(own + 16) != 0) {
        m0 = fma(share, f(load<f32>(own + OWN_BALANCE)), m0);
        m1 = fma(share, f(load<f32>(own + OWN_BALANCE + 4)), m1);
        m2 = fma(share, f(load<f32>(own + OWN_BALANCE + 8)), m2);
        m3 = fma(share, f(load<f32>(own + OWN_BALANCE + 12)), m3);
        m4 = fma(share, f(load<f32>(own + OWN_BALANCE + 16)), m4);
        m5 = fma(share, f(load<f32>(own + OWN_BALANCE + 20)), m5);
        m6 = fma(share, f(load<f32>(own + OWN_BALANCE + 24)), m6);
        m7 = fma(share, f(load<f32>(own + OWN_BALANCE + 28)), m7);
        m8 = fma(share, f(load<f32>(own + OWN_BALANCE + 32)), m8);
      }
      own += LIGHT_BYTES;
    }
    const least = f32x4.min(red, f32x4.min(green, blue));
    const kept = f32x4.sub(f(1), rising(WHITENS_FROM, 1, least));
    moved = v128.bitselect(f32x4.mul(moved, kept), moved, f32x4.lt(moved, f(0)));
    let gain = exp2(f32x4.add(exposure, f32x4.add(moved, unspared)));
    let r = f32x4.max(f32x4.mul(gain, fma(red, m0, fma(green, m1, f32x4.mul(blue, m2)))), f(0));
    let g = f32x4.max(f32x4.mul(gain, fma(red, m3, fma(green, m4, f32x4.mul(blue, m5)))), f(0));
    let b = f32x4.max(f32x4.mul(gain, fma(red, m6, fma(green, m7, f32x4.mul(blue, m8)))), f(0));
    if (hasTone) {
      const luminance = mix(r, g, b, 0.2126, 0.7152, 0.0722);
      const place = f32x4.mul(f32x4.sub(log2(f32x4.max(luminance, f(LEAST))), f(CURVE_FROM)), f(CURVE_STEPS));
      gain = f32x4.splat(gainAt(curve, f32x4.extract_lane(place, 0)));
      gain = f32x4.replace_lane(gain, 1, gainAt(curve, f32x4.extract_lane(place, 1)));
      gain = f32x4.replace_lane(gain, 2, gainAt(curve, f32x4.extract_lane(place, 2)));
      gain = f32x4.replace_lane(gain, 3, gainAt(curve, f32x4.extract_lane(place, 3)));
      r = f32x4.mul(r, gain);
      g = f32x4.mul(g, gain);
      b = f32x4.mul(b, gain);
    }
    if (v128.any_true(f32x4.ne(strength, f(0)))) {
      v128.store(at, r);
      v128.store(at + plane, g);
      v128.store(at + 2 * plane, b);
      strengthen(at, plane, strength);
      r = v128.load(at);
      g = v128.load(at + plane);
      b = v128.load(at + 2 * plane);
    }
    const to = numbers + OUT;
    const first = mix(r, g, b, load<f32>(to), load<f32>(to + 4), load<f32>(to + 8));
    const second = mix(r, g, b, load<f32>(to + 12), load<f32>(to + 16), load<f32>(to + 20));
    const third = mix(r, g, b, load<f32>(to + 24), load<f32>(to + 28), load<f32>(to + 32));
    storeCodes(out + 6 * pixel, codes(first), codes(second), codes(third));
  }
}

/** Holds parts between 0 and 1 and makes those of each pixel add up to one; a pixel that nobody reaches is the first one's. */
export function shareRow(parts: usize, plane: usize, lights: i32, pixels: usize): void {
  for (let pixel: usize = 0; pixel < pixels << 2; pixel += 16) {
    let sum = f(0);
    let at = parts + pixel;
    for (let each: i32 = 0; each < lights; each++) {
      const held = f32x4.min(f32x4.max(v128.load(at), f(0)), f(1));
      v128.store(at, held);
      sum = f32x4.add(sum, held);
      at += plane;
    }
    const nobody = f32x4.le(sum, f(0));
    at = parts + pixel;
    v128.store(at, v128.bitselect(f(1), v128.load(at), nobody));
    sum = v128.bitselect(f(1), sum, nobody);
    for (let each: i32 = 0; each < lights; each++) {
      v128.store(at, f32x4.div(v128.load(at), sum));
      at += plane;
    }
  }
}

/** Takes stars out of the sky's part: what lies so many stops over its surroundings, more and more of it up to `soft` further. */
export function starRow(sky: usize, stars: usize, stops: usize, surroundings: usize, from: f32, soft: f32, pixels: usize): void {
  for (let at: usize = 0; at < pixels << 2; at += 16) {
    const over = f32x4.sub(f32x4.sub(v128.load(stops + at), v128.load(surroundings + at)), f(from));
    const near = f32x4.min(f32x4.max(f32x4.mul(over, f(1.0 / soft)), f(0)), f(1));
    const part = v128.load(sky + at);
    const star = f32x4.mul(part, f32x4.mul(f32x4.mul(near, near), f32x4.sub(f(3), f32x4.add(near, near))));
    v128.store(stars + at, star);
    v128.store(sky + at, f32x4.sub(part, star));
  }
}
