// AssemblyScript: a row of a picture's light, and what small planes say of its pixels; for kernels that go through a picture row by row.

import { f, log2, mix } from "./lanes.as";

const FLOOR: f32 = 1.0 / 16384.0;

/**
 * Linear light of interleaved 16-bit codes: three planes, `plane` bytes long, and the stops of each pixel under white. `table` holds the light
 * of each code. `pixels` is a multiple of 4.
 */
export function lightRow(light: usize, plane: usize, stops: usize, codes: usize, table: usize, pixels: usize): void {
  for (let pixel: usize = 0; pixel < pixels; pixel++) {
    const at = light + (pixel << 2);
    store<f32>(at, load<f32>(table + ((load<u16>(codes) as usize) << 2)));
    store<f32>(at + plane, load<f32>(table + ((load<u16>(codes + 2) as usize) << 2)));
    store<f32>(at + 2 * plane, load<f32>(table + ((load<u16>(codes + 4) as usize) << 2)));
    codes += 6;
  }
  for (let at = light; at < light + (pixels << 2); at += 16) {
    const luminance = mix(v128.load(at), v128.load(at + plane), v128.load(at + 2 * plane), 0.2126, 0.7152, 0.0722);
    v128.store(stops + (at - light), log2(f32x4.add(f32x4.max(luminance, f(0)), f(FLOOR))));
  }
}

/**
 * Values along a row's stops: `slopes` times them and `offsets`, which are known in a smaller row. Each pixel lies a `part` of the way
 * past the `first` of two of them.
 */
export function followRow(
  out: usize, stops: usize, slopes: usize, offsets: usize, first: usize, part: usize, pixels: usize,
): void {
  for (let at: usize = 0; at < pixels << 2; at += 4) {
    const left = (load<u32>(first + at) as usize) << 2;
    const along = load<f32>(part + at);
    const slope = load<f32>(slopes + left);
    const offset = load<f32>(offsets + left);
    store<f32>(
      out + at,
      (slope + along * (load<f32>(slopes + left + 4) - slope)) * load<f32>(stops + at) +
        offset + along * (load<f32>(offsets + left + 4) - offset),
    );
  }
}
