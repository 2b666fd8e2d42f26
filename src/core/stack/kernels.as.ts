// AssemblyScript, compiled to WebAssembly SIMD by scripts/bundle.mjs. Plain twins of every kernel, which the tests
// hold these against, stand in testing/plainKernels.ts. All pointers are byte offsets into one shared memory; `count` is in
// samples (pixel by channel). Nothing is allocated here: the memory map is laid out by memory.ts.

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
    const pattern = max<i64>(((reinterpret<u64>(value) >> 41) as i64) - PATTERN_BASE, 0);
    let code = load<u16>(guesses + ((min<i64>(pattern, 65535) as usize) << 1)) as usize;
    while (value >= load<f64>(thresholds + ((code + 1) << 3))) code++;
    store<u16>(target + (i << 1), code as u16);
  }
}

// The leading 23 bits (sign, exponent, 11 of the mantissa) of 2^-32 as a double.
const PATTERN_BASE: i64 = (1023 - 32) << 11;

/** Turns sums of plain codes into the rounded mean, half up: floor((2 * sum * widen + frames) / (2 * frames)). */
export function averageSums(target: usize, sums: usize, widen: u64, frames: u64, count: usize): void {
  for (let i: usize = 0; i < count; i++) {
    const mean = (2 * load<u64>(sums + (i << 3)) * widen + frames) / (2 * frames);
    store<u16>(target + (i << 1), mean as u16);
  }
}

/**
 * Finds each sample's `rank`-th smallest value (0 the least) over frames of 8-bit samples that lie `stride` bytes apart, bit by
 * bit from the highest: a bit is set where no more than `rank` values are below it. Writes 16-bit values. `count` must be a
 * multiple of 8, and there may be at most 65,535 frames.
 */
export function selectRank8(target: usize, source: usize, stride: usize, frames: u32, rank: u32, count: usize): void {
  const most = i16x8.splat(rank as i16);
  for (let i: usize = 0; i < count; i += 8) {
    let found = i16x8.splat(0);
    for (let bit: i16 = 0x80; bit > 0; bit >>= 1) {
      const candidate = v128.or(found, i16x8.splat(bit));
      let below = i16x8.splat(0);
      let at = source + i;
      for (let frame: u32 = 0; frame < frames; frame++) {
        below = i16x8.sub(below, i16x8.lt_u(v128.load_ext<u8>(at), candidate));
        at += stride;
      }
      found = v128.bitselect(candidate, found, i16x8.le_u(below, most));
    }
    v128.store(target + (i << 1), found);
  }
}

/** Like `selectRank8` for 16-bit samples. */
export function selectRank16(target: usize, source: usize, stride: usize, frames: u32, rank: u32, count: usize): void {
  const most = i16x8.splat(rank as i16);
  for (let i: usize = 0; i < count; i += 8) {
    let found = i16x8.splat(0);
    for (let bit: u32 = 0x8000; bit > 0; bit >>= 1) {
      const candidate = v128.or(found, i16x8.splat(bit as i16));
      let below = i16x8.splat(0);
      let at = source + (i << 1);
      for (let frame: u32 = 0; frame < frames; frame++) {
        below = i16x8.sub(below, i16x8.lt_u(v128.load(at), candidate));
        at += stride;
      }
      found = v128.bitselect(candidate, found, i16x8.le_u(below, most));
    }
    v128.store(target + (i << 1), found);
  }
}
