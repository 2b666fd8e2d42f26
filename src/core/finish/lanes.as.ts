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
