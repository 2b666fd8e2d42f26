// AssemblyScript, compiled to WebAssembly SIMD by scripts/bundle.mjs into fieldsKernel.wasm.ts. What it does stands in fields.ts. Pointers
// are byte offsets into the kernel's own memory, which applyFields.ts lays out; `pixels` is a multiple of 4.

import { exp2, f, fma, mix } from "./lanes.as";

// @ts-ignore: decorator
@inline
function rising(from: f32, to: f32, value: v128): v128 {
  const part = f32x4.min(f32x4.max(f32x4.mul(f32x4.sub(value, f(from)), f(1 / (to - from))), f(0)), f(1));
  return f32x4.mul(f32x4.mul(part, part), f32x4.sub(f(3), f32x4.add(part, part)));
}

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
