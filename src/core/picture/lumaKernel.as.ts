// AssemblyScript, compiled to WebAssembly SIMD by scripts/bundle.mjs into lumaKernel.wasm.ts. Its plain twin, which the tests hold it
// against, stands in testing/plainLuma.ts. Pointers are byte offsets into the kernel's own memory, which lumaKernel.ts lays out.

/** Weights of Rec. 709 in 256ths: their sum is 256, so that white stays below 2^16. */
const RED: i16 = 54;
const GREEN: i16 = 183;
const BLUE: i16 = 19;

/**
 * Takes interleaved pixels apart: brightness to `luma`, and to `counts` is added how many pixels have a channel at 255, all at 255,
 * all at 0. `pixels` is a multiple of 16.
 */
export function brightness(luma: usize, samples: usize, counts: usize, pixels: usize): void {
  let any: u32 = 0;
  let all: u32 = 0;
  let black: u32 = 0;
  const white = i8x16.splat(-1);
  const none = i8x16.splat(0);
  for (let at: usize = 0; at < pixels; at += 16) {
    const a = v128.load(samples);
    const b = v128.load(samples, 16);
    const c = v128.load(samples, 32);
    samples += 48;
    // Every third byte of 48, from the first, the second and the third on.
    const red = i8x16.shuffle(
      i8x16.shuffle(a, b, 0, 3, 6, 9, 12, 15, 18, 21, 24, 27, 30, 0, 0, 0, 0, 0),
      c, 0, 1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 17, 20, 23, 26, 29);
    const green = i8x16.shuffle(
      i8x16.shuffle(a, b, 1, 4, 7, 10, 13, 16, 19, 22, 25, 28, 31, 0, 0, 0, 0, 0),
      c, 0, 1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 18, 21, 24, 27, 30);
    const blue = i8x16.shuffle(
      i8x16.shuffle(a, b, 2, 5, 8, 11, 14, 17, 20, 23, 26, 29, 0, 0, 0, 0, 0, 0),
      c, 0, 1, 2, 3, 4, 5, 6, 7, 8, 9, 16, 19, 22, 25, 28, 31);
    v128.store(luma + at, i8x16.narrow_i16x8_u(weighed(red, green, blue, false), weighed(red, green, blue, true)));
    const brightest = v128.max<u8>(v128.max<u8>(red, green), blue);
    const darkest = v128.min<u8>(v128.min<u8>(red, green), blue);
    any += popcnt<u32>(i8x16.bitmask(i8x16.eq(brightest, white)) as u32);
    all += popcnt<u32>(i8x16.bitmask(i8x16.eq(darkest, white)) as u32);
    black += popcnt<u32>(i8x16.bitmask(i8x16.eq(brightest, none)) as u32);
  }
  store<u32>(counts, load<u32>(counts) + any);
  store<u32>(counts + 4, load<u32>(counts + 4) + all);
  store<u32>(counts + 8, load<u32>(counts + 8) + black);
}

// @ts-ignore: decorator
@inline
function weighed(red: v128, green: v128, blue: v128, upper: bool): v128 {
  return i16x8.shr_u(
    i16x8.add(
      i16x8.add(
        i16x8.mul(upper ? i16x8.extend_high_i8x16_u(red) : i16x8.extend_low_i8x16_u(red), i16x8.splat(RED)),
        i16x8.mul(upper ? i16x8.extend_high_i8x16_u(green) : i16x8.extend_low_i8x16_u(green), i16x8.splat(GREEN)),
      ),
      i16x8.mul(upper ? i16x8.extend_high_i8x16_u(blue) : i16x8.extend_low_i8x16_u(blue), i16x8.splat(BLUE)),
    ),
    8,
  );
}
