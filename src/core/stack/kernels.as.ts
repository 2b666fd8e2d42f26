// AssemblyScript, compiled to WebAssembly SIMD by scripts/bundle.mjs. Plain twins of every kernel, which the tests
// hold these against, stand in testing/plainKernels.ts. All pointers are byte offsets into one shared memory; `count` is in
// samples (pixel by channel). Nothing is allocated here: the memory map is laid out by memory.ts.

import { codeOf } from "./encodeKernel.as";

export * from "./sortKernels.as";
export * from "./layKernels.as";
export * from "./moveKernels.as";

/** Keeps the larger of two 8-bit samples in `target`. `count` must be a multiple of 16 (buffers are padded). */
export function lighten8(target: usize, source: usize, count: usize): void {
  for (let i: usize = 0; i < count; i += 16) {
    v128.store(target + i, v128.max<u8>(v128.load(target + i), v128.load(source + i)));
  }
}

/** Keeps the larger of two 16-bit samples in `target`. `count` must be a multiple of 8. */
export function lighten16(target: usize, source: usize, count: usize): void {
  const bytes = count << 1;
  for (let i: usize = 0; i < bytes; i += 16) {
    v128.store(target + i, v128.max<u16>(v128.load(target + i), v128.load(source + i)));
  }
}

/** Keeps in `target` how far the smaller of two 8-bit samples lies under white, so that 0 is the neutral value. `count` as in `lighten8`. */
export function darken8(target: usize, source: usize, count: usize): void {
  for (let i: usize = 0; i < count; i += 16) {
    v128.store(target + i, v128.max<u8>(v128.load(target + i), v128.not(v128.load(source + i))));
  }
}

/** Like `darken8` for 16-bit samples. `count` must be a multiple of 8. */
export function darken16(target: usize, source: usize, count: usize): void {
  const bytes = count << 1;
  for (let i: usize = 0; i < bytes; i += 16) {
    v128.store(target + i, v128.max<u16>(v128.load(target + i), v128.not(v128.load(source + i))));
  }
}

/** Keeps the larger of a 16-bit code and what `table` (256 entries of 2 bytes) makes of an 8-bit sample. `count` must be a multiple of 8. */
export function lightenThroughTable8(target: usize, source: usize, table: usize, count: usize): void {
  for (let i: usize = 0; i < count; i += 8) {
    const at = target + (i << 1);
    let codes = i16x8.splat(0);
    const eight = load<u64>(source + i);
    codes = v128.load16_lane(table + (((eight & 0xff) as usize) << 1), codes, 0);
    codes = v128.load16_lane(table + ((((eight >> 8) & 0xff) as usize) << 1), codes, 1);
    codes = v128.load16_lane(table + ((((eight >> 16) & 0xff) as usize) << 1), codes, 2);
    codes = v128.load16_lane(table + ((((eight >> 24) & 0xff) as usize) << 1), codes, 3);
    codes = v128.load16_lane(table + ((((eight >> 32) & 0xff) as usize) << 1), codes, 4);
    codes = v128.load16_lane(table + ((((eight >> 40) & 0xff) as usize) << 1), codes, 5);
    codes = v128.load16_lane(table + ((((eight >> 48) & 0xff) as usize) << 1), codes, 6);
    codes = v128.load16_lane(table + (((eight >> 56) as usize) << 1), codes, 7);
    v128.store(at, v128.max<u16>(v128.load(at), codes));
  }
}

/** Like `lightenThroughTable8` for 16-bit samples; `table` holds 65,536 entries. */
export function lightenThroughTable16(target: usize, source: usize, table: usize, count: usize): void {
  for (let i: usize = 0; i < count; i++) {
    const code = load<u16>(table + ((load<u16>(source + (i << 1)) as usize) << 1));
    const at = target + (i << 1);
    if (code > load<u16>(at)) store<u16>(at, code);
  }
}

/** Takes the 8-bit samples of a dark frame off, in place in `target`; nothing falls under 0. `count` as in `lighten8`. */
export function subtract8(target: usize, dark: usize, count: usize): void {
  for (let i: usize = 0; i < count; i += 16) {
    v128.store(target + i, i8x16.sub_sat_u(v128.load(target + i), v128.load(dark + i)));
  }
}

/** Like `subtract8` for 16-bit samples. `count` must be a multiple of 8. */
export function subtract16(target: usize, dark: usize, count: usize): void {
  const bytes = count << 1;
  for (let i: usize = 0; i < bytes; i += 16) {
    v128.store(target + i, i16x8.sub_sat_u(v128.load(target + i), v128.load(dark + i)));
  }
}

/**
 * Adds the linear value of each 8-bit sample to a 64-bit fixed-point sum. `table` holds 256 entries of 8 bytes.
 * Integer sums are exact, so the order of the frames and the number of threads cannot change a result.
 */
export function addThroughTable8(sums: usize, source: usize, table: usize, count: usize): void {
  for (let i: usize = 0; i < count; i += 8) {
    const eight = load<u64>(source + i);
    const out = sums + (i << 3);
    add2(out, table, (eight & 0xff) as usize, ((eight >> 8) & 0xff) as usize);
    add2(out + 16, table, ((eight >> 16) & 0xff) as usize, ((eight >> 24) & 0xff) as usize);
    add2(out + 32, table, ((eight >> 32) & 0xff) as usize, ((eight >> 40) & 0xff) as usize);
    add2(out + 48, table, ((eight >> 48) & 0xff) as usize, (eight >> 56) as usize);
  }
}

/** Like `addThroughTable8` for 16-bit samples; `table` holds 65,536 entries. `count` must be a multiple of 4. */
export function addThroughTable16(sums: usize, source: usize, table: usize, count: usize): void {
  for (let i: usize = 0; i < count; i += 4) {
    const four = load<u64>(source + (i << 1));
    const out = sums + (i << 3);
    add2(out, table, (four & 0xffff) as usize, ((four >> 16) & 0xffff) as usize);
    add2(out + 16, table, ((four >> 32) & 0xffff) as usize, (four >> 48) as usize);
  }
}

// @ts-ignore: decorator
@inline
function add2(out: usize, table: usize, first: usize, second: usize): void {
  const values = v128.load64_lane(table + (second << 3), v128.load64_zero(table + (first << 3)), 1);
  v128.store(out, i64x2.add(v128.load(out), values));
}

/**
 * Turns fixed-point sums into 16-bit codes: the code k for which thresholds[k] <= sum * scale < thresholds[k + 1].
 * `thresholds` holds 65,537 doubles, the first 0 and the last Infinity; `guesses` holds, for each of the 2^16 leading
 * patterns of a double from 2^-32 up to 1 (11 mantissa bits), the code at the pattern's low end.
 */
export function encodeSums(target: usize, sums: usize, thresholds: usize, guesses: usize, scale: f64, count: usize): void {
  for (let i: usize = 0; i < count; i++) {
    const value = (load<u64>(sums + (i << 3)) as f64) * scale;
    store<u16>(target + (i << 1), codeOf(value, thresholds, guesses));
  }
}

/**
 * Turns sums of weighted codes into the rounded mean, half up: floor((2 * sum * widen + weight) / (2 * weight)), at most white.
 * `weight` is the sum of the weights.
 */
export function averageSums(target: usize, sums: usize, widen: u64, weight: u64, count: usize): void {
  for (let i: usize = 0; i < count; i++) {
    const mean = (2 * load<u64>(sums + (i << 3)) * widen + weight) / (2 * weight);
    store<u16>(target + (i << 1), min<u64>(mean, 65535) as u16);
  }
}
