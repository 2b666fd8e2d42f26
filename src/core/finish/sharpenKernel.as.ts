// AssemblyScript, compiled to WebAssembly SIMD by scripts/bundle.mjs into sharpenKernel.wasm.ts. What it does stands in sharpen.ts. Pointers
// are byte offsets into the kernel's own memory, which sharpen.ts lays out.

import { f, fma } from "./lanes.as";

/** Rows of what lies about a row have so many bytes before and behind them, for what is beyond the edges. */
const PAD: usize = 16;

/** @see ITU-R BT.709 */
const RED: f32 = 0.2126;
const GREEN: f32 = 0.7152;
const BLUE: f32 = 0.0722;

/** Brightness of interleaved 16-bit codes. */
export function brightnessRow(out: usize, codes: usize, pixels: usize): void {
  for (let at = out; at < out + (pixels << 2); at += 4) {
    store<f32>(at, RED * (load<u16>(codes) as f32) + GREEN * (load<u16>(codes + 2) as f32) + BLUE * (load<u16>(codes + 4) as f32));
    codes += 6;
  }
}

/** The first and the last value of a row go on beyond its edges. */
function extend(row: usize, pixels: usize): void {
  const end = row + (pixels << 2);
  for (let at: usize = 4; at <= 8; at += 4) {
    store<f32>(row - at, load<f32>(row));
    store<f32>(end + at - 4, load<f32>(end - 4));
  }
}

// @ts-ignore: decorator
@inline
function five(a: v128, b: v128, c: v128, d: v128, e: v128): v128 {
  return fma(c, f(0.375), fma(f32x4.add(b, d), f(0.25), f32x4.mul(f32x4.add(a, e), f(0.0625))));
}

/** Four codes with so much added to each. */
// @ts-ignore: decorator
@inline
function raised(codes: usize, by: v128): v128 {
  const sum = f32x4.add(f32x4.convert_i32x4_u(v128.load16x4_u(codes)), by);
  return i32x4.trunc_sat_f32x4_u(f32x4.min(f32x4.max(sum, f(0)), f(65535)));
}

/**
 * Sharpens a row of codes in place.
 *
 * @param a To `e`: brightness of the row before the last, the last, this one, the next and the one after that.
 * @param about Three rows that are written over, each `stride` bytes long.
 * @param halo By how much a pixel may lie beyond the brightest and the darkest about it.
 * @param pixels Of the row; codes of up to three more are written over.
 */
export function sharpenRow(
  codes: usize, a: usize, b: usize, c: usize, d: usize, e: usize, about: usize, stride: usize, amount: f32, halo: f32, pixels: usize,
): void {
  const down = about + PAD;
  const least = down + stride;
  const most = least + stride;
  const bytes = pixels << 2;
  for (let at: usize = 0; at < bytes; at += 16) {
    const above = v128.load(b + at);
    const here = v128.load(c + at);
    const below = v128.load(d + at);
    v128.store(down + at, five(v128.load(a + at), above, here, below, v128.load(e + at)));
    v128.store(least + at, f32x4.min(above, f32x4.min(here, below)));
    v128.store(most + at, f32x4.max(above, f32x4.max(here, below)));
  }
  extend(down, pixels);
  extend(least, pixels);
  extend(most, pixels);
  for (let at: usize = 0; at < bytes; at += 16) {
    const here = v128.load(c + at);
    const to = down + at;
    const near = five(v128.load(to - 8), v128.load(to - 4), v128.load(to), v128.load(to + 4), v128.load(to + 8));
    const dark = least + at;
    const floor = f32x4.sub(f32x4.min(v128.load(dark - 4), f32x4.min(v128.load(dark), v128.load(dark + 4))), f(halo));
    const bright = most + at;
    const ceiling = f32x4.add(f32x4.max(v128.load(bright - 4), f32x4.max(v128.load(bright), v128.load(bright + 4))), f(halo));
    const sharp = fma(f32x4.sub(here, near), f(amount), here);
    const by = f32x4.add(f32x4.sub(f32x4.max(floor, f32x4.min(ceiling, sharp)), here), f(0.5));
    const first = i8x16.shuffle(by, by, 0, 1, 2, 3, 0, 1, 2, 3, 0, 1, 2, 3, 4, 5, 6, 7);
    const second = i8x16.shuffle(by, by, 4, 5, 6, 7, 4, 5, 6, 7, 8, 9, 10, 11, 8, 9, 10, 11);
    const third = i8x16.shuffle(by, by, 8, 9, 10, 11, 12, 13, 14, 15, 12, 13, 14, 15, 12, 13, 14, 15);
    v128.store(codes, i16x8.narrow_i32x4_u(raised(codes, first), raised(codes + 8, second)));
    const rest = raised(codes + 16, third);
    v128.store64_lane(codes + 16, i16x8.narrow_i32x4_u(rest, rest), 0);
    codes += 24;
  }
}
