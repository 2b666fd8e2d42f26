// AssemblyScript, compiled to WebAssembly SIMD by scripts/bundle.mjs into fieldsKernel.wasm.ts. What it does stands in fields.ts. Pointers
// are byte offsets into the kernel's own memory, which applyFields.ts lays out; `pixels` is a multiple of 4.

import { exp2, f, fma, mix, rising, strengthen } from "./lanes.as";

/**
 * Gives back what a lens loses: three planes of light, and one of the surroundings' stops after them.
 *
 * @param x Twice how far the row's first pixel lies right of the picture's middle, `y` and `corner` likewise.
 */
export function vignetteRow(light: usize, plane: usize, x: f32, y: f32, corner: f32, stops: f32, rim: f32, pixels: usize): void {
  let across = f32x4.add(f(x), f32x4(0, 2, 4, 6));
  const high = f(y * y);
  for (let at = light; at < light + (pixels << 2); at += 16) {
    const way = f32x4.mul(f32x4.sqrt(fma(across, across, high)), f(1 / corner));
    const beyond = f32x4.max(f32x4.mul(f32x4.sub(way, f(rim)), f(1 / (1 - rim))), f(0));
    const lost = f32x4.mul(f32x4.mul(beyond, beyond), f(stops));
    const gain = exp2(lost);
    v128.store(at, f32x4.mul(v128.load(at), gain));
    v128.store(at + plane, f32x4.mul(v128.load(at + plane), gain));
    v128.store(at + 2 * plane, f32x4.mul(v128.load(at + 2 * plane), gain));
    v128.store(at + 3 * plane, f32x4.add(v128.load(at + 3 * plane), lost));
    across = f32x4.add(across, f(8));
  }
}

/**
 * Takes a curved surface out of the sky's light.
 *
 * @param parts Two planes: the sky's part of each pixel, and its stars'.
 * @param numbers Of each channel, those of 1, x and x² along this row, times the part that is taken away.
 * @param x Where the first pixel lies, a share of the picture's width, and `step` where each next one.
 */
export function glowRow(light: usize, plane: usize, parts: usize, numbers: usize, x: f32, step: f32, pixels: usize): void {
  for (let channel: usize = 0; channel < 3; channel++) {
    const own = numbers + 12 * channel;
    const one = f(load<f32>(own));
    const first = f(load<f32>(own + 4));
    const second = f(load<f32>(own + 8));
    const row = light + channel * plane;
    let across = fma(f32x4(0, 1, 2, 3), f(step), f(x));
    for (let at: usize = 0; at < pixels << 2; at += 16) {
      const sky = f32x4.add(v128.load(parts + at), v128.load(parts + plane + at));
      const glow = f32x4.max(fma(fma(second, across, first), across, one), f(0));
      const left = f32x4.max(f32x4.sub(v128.load(row + at), f32x4.mul(sky, glow)), f(0));
      // What is no sky is left to the last bit.
      v128.store(row + at, v128.bitselect(left, v128.load(row + at), f32x4.gt(sky, f(0))));
      across = f32x4.add(across, f(4 * step));
    }
  }
}

const COLOURLESS_FROM: f32 = 0.6;
const COLOURLESS: f32 = 0.98;

/**
 * Gives white trails a colour, no brighter than it can be shown.
 *
 * @param trails Their part of each pixel.
 * @param shares Three planes: how much of a trail's light is in each channel.
 */
export function recolourRow(light: usize, plane: usize, trails: usize, shares: usize, part: f32, pixels: usize): void {
  for (let at: usize = 0; at < pixels << 2; at += 16) {
    const own = v128.load(trails + at);
    if (!v128.any_true(f32x4.gt(own, f(0)))) continue;
    const r = v128.load(light + at);
    const g = v128.load(light + plane + at);
    const b = v128.load(light + 2 * plane + at);
    const lost = f32x4.mul(f32x4.mul(own, f(part)), rising(COLOURLESS_FROM, COLOURLESS, f32x4.min(r, f32x4.min(g, b))));
    const sr = v128.load(shares + at);
    const sg = v128.load(shares + plane + at);
    const sb = v128.load(shares + 2 * plane + at);
    const bright = f32x4.div(mix(r, g, b, 0.2126, 0.7152, 0.0722), mix(sr, sg, sb, 0.2126, 0.7152, 0.0722));
    const by = f32x4.min(bright, f32x4.div(f(1), f32x4.max(sr, f32x4.max(sg, sb))));
    v128.store(light + at, fma(lost, f32x4.sub(f32x4.mul(by, sr), r), r));
    v128.store(light + plane + at, fma(lost, f32x4.sub(f32x4.mul(by, sg), g), g));
    v128.store(light + 2 * plane + at, fma(lost, f32x4.sub(f32x4.mul(by, sb), b), b));
  }
}

const WHITENS_FROM: f32 = 0.6;
const WHOLE_SHARE: f32 = 65535;
const FLOOR_STOPS: f32 = -14;

// @ts-ignore: decorator
@inline
function sharesAt(shares: usize): v128 {
  const own = f32x4(load<u16>(shares), load<u16>(shares, 6), load<u16>(shares, 12), load<u16>(shares, 18));
  return f32x4.mul(own, f(1 / WHOLE_SHARE));
}

/**
 * Does to the light of trails what a look does to it, and leaves what stands beneath.
 *
 * @param trails Three planes that are written over.
 * @param shares Which share of each channel moves, 16 bits, three a pixel.
 * @param numbers Stops, range, middle, colour, how far white is spared, and nine of a balance.
 */
export function trailsRow(light: usize, plane: usize, trails: usize, shares: usize, numbers: usize, pixels: usize): void {
  const stops = f(load<f32>(numbers));
  const range = f(load<f32>(numbers + 4));
  const middle = f(load<f32>(numbers + 8));
  const colour = f(load<f32>(numbers + 12));
  const spared = f(load<f32>(numbers + 16));
  const own = numbers + 20;
  const second = plane;
  const third = 2 * plane;
  for (let at: usize = 0; at < pixels << 2; at += 16) {
    const from = shares + (at >> 2) * 6;
    const r = v128.load(light + at);
    const g = v128.load(light + second + at);
    const b = v128.load(light + third + at);
    const tr = f32x4.mul(sharesAt(from), r);
    const tg = f32x4.mul(sharesAt(from + 2), g);
    const tb = f32x4.mul(sharesAt(from + 4), b);
    const about = f32x4.sub(f32x4.max(v128.load(light + 3 * plane + at), f(FLOOR_STOPS)), middle);
    let moved = fma(about, range, stops);
    // Nobody knows how bright white was: as far as it is spared it is not lowered.
    const white = f32x4.mul(spared, rising(WHITENS_FROM, 1, f32x4.min(r, f32x4.min(g, b))));
    moved = v128.bitselect(f32x4.mul(moved, f32x4.sub(f(1), white)), moved, f32x4.lt(moved, f(0)));
    const gain = exp2(moved);
    const to = trails + at;
    for (let row: usize = 0; row < 3; row++) {
      const matrix = own + 12 * row;
      const value = mix(tr, tg, tb, load<f32>(matrix), load<f32>(matrix + 4), load<f32>(matrix + 8));
      v128.store(to + row * plane, f32x4.max(f32x4.mul(gain, value), f(0)));
    }
    if (v128.any_true(f32x4.ne(colour, f(0)))) strengthen(to, plane, colour);
    v128.store(light + at, f32x4.max(f32x4.add(f32x4.sub(r, tr), v128.load(to)), f(0)));
    v128.store(light + second + at, f32x4.max(f32x4.add(f32x4.sub(g, tg), v128.load(to + second)), f(0)));
    v128.store(light + third + at, f32x4.max(f32x4.add(f32x4.sub(b, tb), v128.load(to + third)), f(0)));
  }
}
