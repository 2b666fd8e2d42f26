// AssemblyScript, compiled to WebAssembly SIMD by scripts/bundle.mjs into denoiseKernel.wasm.ts. What it does stands in denoise.ts.
// Pointers are byte offsets into the kernel's own memory, which denoise.ts lays out. Rows of planes begin with `PAD` bytes for what is
// mirrored at their left edge, and end with as many.

import { codes, f, fma, storeCodes } from "./lanes.as";

const PAD: usize = 64;

const THIRD: f32 = 0.5773502691896258;
const HALF: f32 = 0.7071067811865476;
const SIXTH: f32 = 0.4082482904638631;

/**
 * Brightness and two colours of interleaved codes, one row: `tables` holds, for each channel and code, light on a scale on which its noise
 * is 1 everywhere.
 */
export function partRow(codes: usize, tables: usize, brightness: usize, one: usize, two: usize, pixels: usize): void {
  const end = pixels << 2;
  for (let at: usize = PAD; at < PAD + end; at += 4) {
    const r = load<f32>(tables + ((load<u16>(codes) as usize) << 2));
    const g = load<f32>(tables + 262144 + ((load<u16>(codes + 2) as usize) << 2));
    const b = load<f32>(tables + 524288 + ((load<u16>(codes + 4) as usize) << 2));
    store<f32>(brightness + at, (r + g + b) * THIRD);
    store<f32>(one + at, (r - b) * HALF);
    store<f32>(two + at, (r - g - g + b) * SIXTH);
    codes += 6;
  }
}

/** Light of a value on the scale of even noise: two numbers of its channel, its square's and its own. */
// @ts-ignore: decorator
@inline
function lightOf(value: v128, numbers: usize): v128 {
  const held = f32x4.max(value, f(0));
  return f32x4.mul(held, fma(held, f(load<f32>(numbers)), f(load<f32>(numbers + 4))));
}

/** The codes of a row of brightness and colours. `pixels` is a multiple of 4. */
export function joinRow(out: usize, numbers: usize, brightness: usize, one: usize, two: usize, pixels: usize): void {
  for (let at: usize = 0; at < pixels << 2; at += 16) {
    const y = f32x4.mul(v128.load(brightness + PAD + at), f(THIRD));
    const c = f32x4.mul(v128.load(one + PAD + at), f(HALF));
    const d = f32x4.mul(v128.load(two + PAD + at), f(SIXTH));
    const r = lightOf(f32x4.add(y, f32x4.add(c, d)), numbers);
    const g = lightOf(f32x4.sub(y, f32x4.add(d, d)), numbers + 8);
    const b = lightOf(f32x4.add(f32x4.sub(y, c), d), numbers + 16);
    storeCodes(out, codes(r), codes(g), codes(b));
    out += 24;
  }
}

/** A place mirrored at the first and the last of `count`. */
function mirrored(place: i32, count: i32): i32 {
  const last = count - 1;
  if (last == 0) return 0;
  const period = 2 * last;
  let at = place % period;
  if (at < 0) at += period;
  return at > last ? period - at : at;
}

// @ts-ignore: decorator
@inline
function five(a: v128, b: v128, c: v128, d: v128, e: v128): v128 {
  return fma(c, f(0.375), fma(f32x4.add(b, d), f(0.25), f32x4.mul(f32x4.add(a, e), f(0.0625))));
}

/** Fills what lies left and right of a row by what it would be in a mirror. */
function mirrorEnds(row: usize, width: i32, reach: i32): void {
  const first = row + PAD;
  for (let at: i32 = 1; at <= reach; at++) {
    store<f32>(first - ((at as usize) << 2), load<f32>(first + ((mirrored(-at, width) as usize) << 2)));
    const right = width - 1 + at;
    store<f32>(first + ((right as usize) << 2), load<f32>(first + ((mirrored(right, width) as usize) << 2)));
  }
}

/**
 * Takes noise out of a plane, in place. Its details are taken apart by scales; where the mean square of the nine about a place is no more
 * than a scale's limit, its detail is noise; where it is more, the square of the limit's share of it is: an edge that stands far over noise loses nothing.
 *
 * @param other Two more planes and one for the sum, of the same size.
 * @param limits Of each scale: 0 leaves it.
 * @param amount Which part of the noise is taken out, 0 to 1.
 */
export function quietPlane(
  plane: usize, other: usize, next: usize, sum: usize, stride: usize, rows: i32, width: i32, scales: i32, limits: usize, amount: f32,
): void {
  const bytes = ((width as usize) + 3 & ~3) << 2;
  let current = plane;
  let coarse = next;
  for (let scale: i32 = 0; scale < scales; scale++) {
    const step = 1 << scale;
    for (let y: i32 = 0; y < rows; y++) {
      const a = current + stride * (mirrored(y - 2 * step, rows) as usize) + PAD;
      const b = current + stride * (mirrored(y - step, rows) as usize) + PAD;
      const c = current + stride * (y as usize) + PAD;
      const d = current + stride * (mirrored(y + step, rows) as usize) + PAD;
      const e = current + stride * (mirrored(y + 2 * step, rows) as usize) + PAD;
      const row = other + stride * (y as usize);
      for (let at: usize = 0; at < bytes; at += 16)
        v128.store(row + PAD + at, five(v128.load(a + at), v128.load(b + at), v128.load(c + at), v128.load(d + at), v128.load(e + at)));
      mirrorEnds(row, width, 2 * step);
      const to = coarse + stride * (y as usize) + PAD;
      const near = (step as usize) << 2;
      for (let at: usize = PAD; at < PAD + bytes; at += 16)
        v128.store(
          to + at - PAD,
          five(
            v128.load(row + at - 2 * near), v128.load(row + at - near), v128.load(row + at), v128.load(row + at + near),
            v128.load(row + at + 2 * near)),
        );
    }
    // Details, and the sums of their squares along a row.
    for (let y: i32 = 0; y < rows; y++) {
      const row = current + stride * (y as usize);
      const to = coarse + stride * (y as usize);
      for (let at: usize = PAD; at < PAD + bytes; at += 16)
        v128.store(row + at, f32x4.sub(v128.load(row + at), v128.load(to + at)));
      mirrorEnds(row, width, 1);
      const squares = other + stride * (y as usize);
      for (let at: usize = PAD; at < PAD + bytes; at += 16) {
        const left = v128.load(row + at - 4);
        const here = v128.load(row + at);
        const right = v128.load(row + at + 4);
        v128.store(squares + at, fma(left, left, fma(here, here, f32x4.mul(right, right))));
      }
    }
    const limit = f(load<f32>(limits + ((scale as usize) << 2)) * 9);
    for (let y: i32 = 0; y < rows; y++) {
      const above = other + stride * (mirrored(y - 1, rows) as usize);
      const here = other + stride * (y as usize);
      const below = other + stride * (mirrored(y + 1, rows) as usize);
      const detail = current + stride * (y as usize);
      const to = sum + stride * (y as usize);
      for (let at: usize = PAD; at < PAD + bytes; at += 16) {
        const all = f32x4.add(v128.load(above + at), f32x4.add(v128.load(here + at), v128.load(below + at)));
        const noise = f32x4.min(f32x4.div(limit, f32x4.max(all, f(1e-20))), f(1));
        const kept = f32x4.mul(v128.load(detail + at), f32x4.sub(f(1), f32x4.mul(f32x4.mul(noise, noise), f(amount))));
        v128.store(to + at, scale == 0 ? kept : f32x4.add(v128.load(to + at), kept));
      }
    }
    const swapped = current;
    current = coarse;
    coarse = swapped;
  }
  for (let y: i32 = 0; y < rows; y++) {
    const from = current + stride * (y as usize);
    const add = sum + stride * (y as usize);
    const to = plane + stride * (y as usize);
    for (let at: usize = PAD; at < PAD + bytes; at += 16) v128.store(to + at, f32x4.add(v128.load(from + at), v128.load(add + at)));
  }
}
