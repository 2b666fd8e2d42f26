// Part of kernels.as.ts: what sees all frames of a sample at once.

import { codeOf } from "./encodeKernel.as";

// The frames' vectors are copied beside each other and sorted, every lane by itself, by a
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
