// AssemblyScript: four numbers at a time, as the kernels of finishing take them.

// @ts-ignore: decorator
@inline
export function f(value: f32): v128 {
  return f32x4.splat(value);
}
// @ts-ignore: decorator
@inline
export function fma(a: v128, b: v128, c: v128): v128 {
  return f32x4.add(f32x4.mul(a, b), c);
}

/** Logarithm to base 2 of positive numbers, by the series of the area tangent; within 2e-7. */
// @ts-ignore: decorator
@inline
export function log2(x: v128): v128 {
  // A mantissa from the root of a half to the root of two.
  const moved = i32x4.sub(x, i32x4.splat(0x3f3504f3));
  const exponent = f32x4.convert_i32x4_s(i32x4.shr_s(moved, 23));
  const mantissa = i32x4.add(v128.and(moved, i32x4.splat(0x007fffff)), i32x4.splat(0x3f3504f3));
  const t = f32x4.div(f32x4.sub(mantissa, f(1)), f32x4.add(mantissa, f(1)));
  const square = f32x4.mul(t, t);
  const series = fma(fma(fma(fma(f(1.0 / 9.0), square, f(1.0 / 7.0)), square, f(0.2)), square, f(1.0 / 3.0)), square, f(1));
  return fma(f32x4.mul(t, series), f(2.8853900817779268), exponent);
}

/** Two to a power between -126 and 126; relative error under 3e-7. */
// @ts-ignore: decorator
@inline
export function exp2(x: v128): v128 {
  const held = f32x4.min(f32x4.max(x, f(-126)), f(126));
  const whole = f32x4.nearest(held);
  const y = f32x4.mul(f32x4.sub(held, whole), f(0.6931471805599453));
  const series = fma(fma(fma(fma(fma(fma(f(1.0 / 720.0), y, f(1.0 / 120.0)), y, f(1.0 / 24.0)), y, f(1.0 / 6.0)), y, f(0.5)), y, f(1)), y, f(1));
  const power = i32x4.shl(i32x4.add(i32x4.trunc_sat_f32x4_s(whole), i32x4.splat(127)), 23);
  return f32x4.mul(series, power);
}

/** Light less than this is none where a logarithm is taken of it. */
export const LEAST: f32 = 1e-30;

// @ts-ignore: decorator
@inline
export function cubeRoot(x: v128): v128 {
  return exp2(f32x4.mul(log2(f32x4.max(x, f(LEAST))), f(1.0 / 3.0)));
}

// @ts-ignore: decorator
@inline
export function cube(x: v128): v128 {
  return f32x4.mul(x, f32x4.mul(x, x));
}

// @ts-ignore: decorator
@inline
export function mix(a: v128, b: v128, c: v128, x: f32, y: f32, z: f32): v128 {
  return fma(a, f(x), fma(b, f(y), f32x4.mul(c, f(z))));
}

const STRONG_CHROMA: f32 = 0.12;

/** Strengthens the colours of light, three planes of it, in place: -1 takes them away, 1 doubles faint ones. */
// @ts-ignore: decorator
@inline
export function strengthen(at: usize, plane: usize, strength: v128): void {
  let r = v128.load(at);
  let g = v128.load(at + plane);
  let b = v128.load(at + 2 * plane);
  const long = cubeRoot(mix(r, g, b, 0.4122214708, 0.5363325363, 0.0514459929));
  const medium = cubeRoot(mix(r, g, b, 0.2119034982, 0.6806995451, 0.1073969566));
  const short = cubeRoot(mix(r, g, b, 0.0883024619, 0.2817188376, 0.6299787005));
  const lightness = mix(long, medium, short, 0.2104542553, 0.793617785, -0.0040720468);
  let one = mix(long, medium, short, 1.9779984951, -2.428592205, 0.4505937099);
  let two = mix(long, medium, short, 0.0259040371, 0.7827717662, -0.808675766);
  const chroma = f32x4.mul(fma(one, one, f32x4.mul(two, two)), f(1.0 / (STRONG_CHROMA * STRONG_CHROMA)));
  const held = f32x4.max(strength, f(-1));
  const spared = f32x4.div(held, f32x4.add(chroma, f(1)));
  const by = f32x4.add(f(1), v128.bitselect(spared, held, f32x4.gt(held, f(0))));
  one = f32x4.mul(one, by);
  two = f32x4.mul(two, by);
  const l = cube(mix(lightness, one, two, 1, 0.3963377774, 0.2158037573));
  const m = cube(mix(lightness, one, two, 1, -0.1055613458, -0.0638541728));
  const s = cube(mix(lightness, one, two, 1, -0.0894841775, -1.291485548));
  v128.store(at, mix(l, m, s, 4.0767416621, -3.3077115913, 0.2309699292));
  v128.store(at + plane, mix(l, m, s, -1.2684380046, 2.6097574011, -0.3413193965));
  v128.store(at + 2 * plane, mix(l, m, s, -0.0041960863, -0.7034186147, 1.707614701));
}

/** How far light has come from `from` on the way to `to`, without corners, 0 to 1. */
// @ts-ignore: decorator
@inline
export function rising(from: f32, to: f32, value: v128): v128 {
  const part = f32x4.min(f32x4.max(f32x4.mul(f32x4.sub(value, f(from)), f(1 / (to - from))), f(0)), f(1));
  return f32x4.mul(f32x4.mul(part, part), f32x4.sub(f(3), f32x4.add(part, part)));
}

/** 16-bit sRGB codes of light as whole numbers in 32 bits. */
// @ts-ignore: decorator
@inline
export function codes(light: v128): v128 {
  const held = f32x4.min(f32x4.max(light, f(0)), f(1));
  const curved = f32x4.sub(f32x4.mul(exp2(f32x4.mul(log2(f32x4.max(held, f(LEAST))), f(1.0 / 2.4))), f(1.055)), f(0.055));
  const straight = f32x4.mul(held, f(12.92));
  const value = v128.bitselect(straight, curved, f32x4.le(held, f(0.0031308)));
  return i32x4.trunc_sat_f32x4_u(fma(value, f(65535), f(0.5)));
}

/** Stores four pixels of three channels' codes, one after the other. */
// @ts-ignore: decorator
@inline
export function storeCodes(to: usize, rc: v128, gc: v128, bc: v128): void {
  store<u16>(to, i32x4.extract_lane(rc, 0) as u16);
  store<u16>(to + 2, i32x4.extract_lane(gc, 0) as u16);
  store<u16>(to + 4, i32x4.extract_lane(bc, 0) as u16);
  store<u16>(to + 6, i32x4.extract_lane(rc, 1) as u16);
  store<u16>(to + 8, i32x4.extract_lane(gc, 1) as u16);
  store<u16>(to + 10, i32x4.extract_lane(bc, 1) as u16);
  store<u16>(to + 12, i32x4.extract_lane(rc, 2) as u16);
  store<u16>(to + 14, i32x4.extract_lane(gc, 2) as u16);
  store<u16>(to + 16, i32x4.extract_lane(bc, 2) as u16);
  store<u16>(to + 18, i32x4.extract_lane(rc, 3) as u16);
  store<u16>(to + 20, i32x4.extract_lane(gc, 3) as u16);
  store<u16>(to + 22, i32x4.extract_lane(bc, 3) as u16);
}
