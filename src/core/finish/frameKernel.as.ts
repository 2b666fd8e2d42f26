// AssemblyScript, compiled to WebAssembly SIMD by scripts/bundle.mjs into frameKernel.wasm.ts. What it does stands in frame.ts. Pointers are
// byte offsets into the kernel's own memory, which framedArea.ts lays out.

import { f, fma } from "./lanes.as";

/** Four codes from a place on, of which three are a pixel's. */
// @ts-ignore: decorator
@inline
function pixelAt(place: usize): v128 {
  return f32x4.convert_i32x4_u(v128.load16x4_u(place));
}

/** Four pixels of a row, weighed. */
// @ts-ignore: decorator
@inline
function across(row: usize, c0: usize, c1: usize, c2: usize, c3: usize, w0: v128, w1: v128, w2: v128, w3: v128): v128 {
  return fma(pixelAt(row + c0), w0, fma(pixelAt(row + c1), w1, fma(pixelAt(row + c2), w2, f32x4.mul(pixelAt(row + c3), w3))));
}

// @ts-ignore: decorator
@inline
function held(value: i32, least: i32, most: i32): i32 {
  return max(least, min(most, value));
}

/**
 * Looks a row of pixels up in an area of a picture; those that lie beyond the picture are black.
 *
 * @param codes Interleaved 16-bit codes of the area from `left` and `top` to `right` and `bottom`.
 * @param matrix Nine numbers of double precision: from places in what comes out to places in the picture of `ofWidth` and `ofHeight`.
 * @param x The place of the row's first pixel in what comes out, and `y` of all of them.
 */
export function frameRow(
  out: usize, codes: usize, left: i32, top: i32, right: i32, bottom: i32, ofWidth: f64, ofHeight: f64, matrix: usize, x: f64, y: f64,
  pixels: i32,
): void {
  const stride = 6 * ((right - left) as usize);
  const m0 = load<f64>(matrix);
  const m3 = load<f64>(matrix + 24);
  const m6 = load<f64>(matrix + 48);
  const u0 = load<f64>(matrix + 8) * y + load<f64>(matrix + 16);
  const v0 = load<f64>(matrix + 32) * y + load<f64>(matrix + 40);
  const w0 = load<f64>(matrix + 56) * y + load<f64>(matrix + 64);
  for (let pixel: i32 = 0; pixel < pixels; pixel++) {
    const place = x + (pixel as f64);
    const w = m6 * place + w0;
    const u = (m0 * place + u0) / w;
    const v = (m3 * place + v0) / w;
    if (!(w > 1e-6 && u >= 0 && u <= ofWidth && v >= 0 && v <= ofHeight)) {
      store<u16>(out, 0);
      store<u16>(out + 2, 0);
      store<u16>(out + 4, 0);
      out += 6;
      continue;
    }
    const column = Math.floor(u - 0.5);
    const row = Math.floor(v - 0.5);
    const p = (u - 0.5 - column) as f32;
    const q = (v - 0.5 - row) as f32;
    const first = column as i32;
    const c0 = 6 * ((held(first - 1, left, right - 1) - left) as usize);
    const c1 = 6 * ((held(first, left, right - 1) - left) as usize);
    const c2 = 6 * ((held(first + 1, left, right - 1) - left) as usize);
    const c3 = 6 * ((held(first + 2, left, right - 1) - left) as usize);
    const line = row as i32;
    const r0 = codes + stride * ((held(line - 1, top, bottom - 1) - top) as usize);
    const r1 = codes + stride * ((held(line, top, bottom - 1) - top) as usize);
    const r2 = codes + stride * ((held(line + 1, top, bottom - 1) - top) as usize);
    const r3 = codes + stride * ((held(line + 2, top, bottom - 1) - top) as usize);
    // Catmull and Rom's spline.
    const pp = p * p;
    const ppp = pp * p;
    const a0 = f(pp - 0.5 * (p + ppp));
    const a1 = f(1 - 2.5 * pp + 1.5 * ppp);
    const a2 = f(0.5 * p + 2 * pp - 1.5 * ppp);
    const a3 = f(0.5 * (ppp - pp));
    const qq = q * q;
    const qqq = qq * q;
    let sum = f32x4.mul(across(r0, c0, c1, c2, c3, a0, a1, a2, a3), f(qq - 0.5 * (q + qqq)));
    sum = fma(across(r1, c0, c1, c2, c3, a0, a1, a2, a3), f(1 - 2.5 * qq + 1.5 * qqq), sum);
    sum = fma(across(r2, c0, c1, c2, c3, a0, a1, a2, a3), f(0.5 * q + 2 * qq - 1.5 * qqq), sum);
    sum = fma(across(r3, c0, c1, c2, c3, a0, a1, a2, a3), f(0.5 * (qqq - qq)), sum);
    const a = pixelAt(r1 + c1);
    const b = pixelAt(r1 + c2);
    const c = pixelAt(r2 + c1);
    const d = pixelAt(r2 + c2);
    const least = f32x4.min(f32x4.min(a, b), f32x4.min(c, d));
    const most = f32x4.max(f32x4.max(a, b), f32x4.max(c, d));
    const value = i32x4.trunc_sat_f32x4_u(f32x4.add(f32x4.max(least, f32x4.min(most, sum)), f(0.5)));
    store<u16>(out, i32x4.extract_lane(value, 0) as u16);
    store<u16>(out + 2, i32x4.extract_lane(value, 1) as u16);
    store<u16>(out + 4, i32x4.extract_lane(value, 2) as u16);
    out += 6;
  }
}
