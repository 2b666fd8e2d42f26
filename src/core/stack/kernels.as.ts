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

// @ts-ignore: decorator
@inline
function codeOf(value: f64, thresholds: usize, guesses: usize): u16 {
  const pattern = max<i64>(((reinterpret<u64>(value) >> 41) as i64) - PATTERN_BASE, 0);
  let code = load<u16>(guesses + ((min<i64>(pattern, 65535) as usize) << 1)) as usize;
  while (value >= load<f64>(thresholds + ((code + 1) << 3))) code++;
  return code as u16;
}

// The leading 23 bits (sign, exponent, 11 of the mantissa) of 2^-32 as a double.
const PATTERN_BASE: i64 = (1023 - 32) << 11;

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

// What sees all frames of a sample at once: the frames' vectors are copied beside each other and sorted, every lane by itself, by a
// network that compares the same pairs whatever they hold. From there on ranks are places.

/** Compares pairs of vectors `apart` bytes from each other, from `from` up to before `to`: the smaller of each lane goes first. */
// @ts-ignore: decorator
@inline
function compare<Sample>(from: usize, to: usize, apart: usize): void {
  for (let at = from; at < to; at += 16) {
    const one = v128.load(at);
    const other = v128.load(at + apart);
    v128.store(at, v128.min<Sample>(one, other));
    v128.store(at + apart, v128.max<Sample>(one, other));
  }
}

/** Copies a vector of each frame to `room` and sorts them. @see Batcher (1968); Knuth, TAOCP vol. 3, 5.2.2, algorithm M */
// @ts-ignore: decorator
@inline
function sortFrames<Sample>(room: usize, from: usize, stride: usize, frames: usize): void {
  for (let frame: usize = 0; frame < frames; frame++) {
    v128.store(room + (frame << 4), v128.load(from));
    from += stride;
  }
  if (frames < 2) return;
  const half: usize = (1 as usize) << (63 - clz<u64>((frames - 1) as u64) as usize);
  for (let part = half; part > 0; part >>= 1) {
    let span = half;
    let first: usize = 0;
    let apart = part;
    for (;;) {
      for (let begins = first; begins + apart < frames; begins += part << 1) {
        const ends = min<usize>(begins + part, frames - apart);
        compare<Sample>(room + (begins << 4), room + (ends << 4), apart << 4);
      }
      if (span == part) break;
      apart = span - part;
      span >>= 1;
      first = part;
    }
  }
}

/**
 * The two middle values of each byte over frames that lie `stride` bytes apart, equal where their number is odd, as 16-bit values.
 * `room` holds 16 bytes for each frame; `count` must be a multiple of 16.
 */
export function middles8(
  lower: usize, upper: usize, source: usize, stride: usize, frames: usize, room: usize, count: usize,
): void {
  const low = room + (((frames - 1) >> 1) << 4);
  const high = room + ((frames >> 1) << 4);
  for (let i: usize = 0; i < count; i += 16) {
    sortFrames<u8>(room, source + i, stride, frames);
    const to = i << 1;
    v128.store(lower + to, v128.load_ext<u8>(low));
    v128.store(lower + to + 16, v128.load_ext<u8>(low + 8));
    v128.store(upper + to, v128.load_ext<u8>(high));
    v128.store(upper + to + 16, v128.load_ext<u8>(high + 8));
  }
}

/** Like `middles8` for 16-bit samples. */
export function middles16(
  lower: usize, upper: usize, source: usize, stride: usize, frames: usize, room: usize, count: usize,
): void {
  for (let i: usize = 0; i < count << 1; i += 16) {
    sortFrames<u16>(room, source + i, stride, frames);
    v128.store(lower + i, v128.load(room + (((frames - 1) >> 1) << 4)));
    v128.store(upper + i, v128.load(room + ((frames >> 1) << 4)));
  }
}

/** A lane's value of a rank among sorted frames. */
// @ts-ignore: decorator
@inline
function valueAt<Sample>(lane: usize, rank: usize): u32 {
  return load<Sample>(lane + (rank << 4)) as u32;
}

/**
 * Sum and count of what is kept of one lane of sorted frames by kappa-sigma clipping: of what is kept those values go that lie further
 * than `kappa` sample deviations from its median, at most `passes` times.
 */
// @ts-ignore: decorator
@inline
function clipLane<Sample>(
  lane: usize, frames: usize, kappa: f64, passes: u32, table: usize, sumAt: usize, countAt: usize,
): void {
  let low: usize = 0;
  let high = frames - 1;
  // About the least of them, so that sums stay exact.
  const base = valueAt<Sample>(lane, 0);
  let n: u64 = frames;
  let sum: u64 = 0;
  let square: u64 = 0;
  let total: u64 = 0;
  for (let rank: usize = 0; rank < frames; rank++) {
    const value = valueAt<Sample>(lane, rank);
    const over = (value - base) as u64;
    sum += over;
    square += over * over;
    total += load<u64>(table + ((value as usize) << 3));
  }
  for (let pass: u32 = 0; pass < passes && n > 1; pass++) {
    const variance = ((square as f64) - ((sum as f64) * (sum as f64)) / (n as f64)) / ((n - 1) as f64);
    const reach = 2 * kappa * Math.sqrt(max<f64>(0, variance));
    const twice = (valueAt<Sample>(lane, (low + high) >> 1) + valueAt<Sample>(lane, (low + high + 1) >> 1)) as f64;
    const before = n;
    for (;;) {
      const value = valueAt<Sample>(lane, low);
      if (twice - ((value << 1) as f64) <= reach) break;
      const over = (value - base) as u64;
      sum -= over;
      square -= over * over;
      total -= load<u64>(table + ((value as usize) << 3));
      n--;
      low++;
    }
    for (;;) {
      const value = valueAt<Sample>(lane, high);
      if (((value << 1) as f64) - twice <= reach) break;
      const over = (value - base) as u64;
      sum -= over;
      square -= over * over;
      total -= load<u64>(table + ((value as usize) << 3));
      n--;
      high--;
    }
    if (n == before) break;
  }
  store<u64>(sumAt, total);
  store<u16>(countAt, n as u16);
}

/** Sums and counts of each byte; see `clipLane`. A value adds its entry (8 bytes) in `table`. Frames, `room` and `count` as in `middles8`. */
export function clipSums8(
  sums: usize, counts: usize, source: usize, stride: usize, frames: usize, kappa: f64, passes: u32, table: usize,
  room: usize, count: usize,
): void {
  for (let i: usize = 0; i < count; i += 16) {
    sortFrames<u8>(room, source + i, stride, frames);
    for (let lane: usize = 0; lane < 16; lane++) {
      const at = i + lane;
      clipLane<u8>(room + lane, frames, kappa, passes, table, sums + (at << 3), counts + (at << 1));
    }
  }
}

/** Like `clipSums8` for 16-bit samples. */
export function clipSums16(
  sums: usize, counts: usize, source: usize, stride: usize, frames: usize, kappa: f64, passes: u32, table: usize,
  room: usize, count: usize,
): void {
  for (let i: usize = 0; i < count; i += 8) {
    sortFrames<u16>(room, source + (i << 1), stride, frames);
    for (let lane: usize = 0; lane < 8; lane++) {
      const at = i + lane;
      clipLane<u16>(room + (lane << 1), frames, kappa, passes, table, sums + (at << 3), counts + (at << 1));
    }
  }
}

/** Turns each sum of linear light into the 16-bit code of its mean over its own count; tables and `scale` as in `encodeSums`. */
export function encodeMeans(
  target: usize, sums: usize, counts: usize, thresholds: usize, guesses: usize, scale: f64, count: usize,
): void {
  for (let i: usize = 0; i < count; i++) {
    const value = ((load<u64>(sums + (i << 3)) as f64) * scale) / (load<u16>(counts + (i << 1)) as f64);
    store<u16>(target + (i << 1), codeOf(value, thresholds, guesses));
  }
}

/** Turns each sum of codes into the rounded mean over its own count, half up. */
export function averageMeans(target: usize, sums: usize, counts: usize, widen: u64, count: usize): void {
  for (let i: usize = 0; i < count; i++) {
    const n = load<u16>(counts + (i << 1)) as u64;
    store<u16>(target + (i << 1), ((2 * load<u64>(sums + (i << 3)) * widen + n) / (2 * n)) as u16);
  }
}
