// Part of kernels.as.ts: frames that are moved.

// Resampling: a frame is moved to where a grid says, by Lanczos's kernel of three lobes. What rings is held within the four pixels about
// a place, so that no dark ring stands around a lamp. @see Duchon (1979), Lanczos filtering in one and two dimensions

/** Columns and rows between the points of a grid. */
const GRID: i32 = 16;
/** Parts of a pixel whose weights are known, and the sum of a place's six weights. */
const PHASES: f32 = 64;
const UNIT_BITS: i32 = 10;
/** Bytes of a phase's weights: six of 16 bits in 1024ths and two that are 0, then the same in 32768ths. */
const PHASE_BYTES: usize = 32;
const DOWN_AT: usize = 16;

/** Bits that a byte is raised by while it is weighed: what rings over white by a half fits into 16 bits. */
const RAISED: i32 = 6;

/** A row's eight bytes, raised and weighed; weights are in 32768ths. */
// @ts-ignore: decorator
@inline
function weighed8(at: usize, weight: v128): v128 {
  return i16x8.q15mulr_sat_s(i16x8.shl(v128.load_ext<u8>(at), RAISED), weight);
}

/** Bits of the finer weights' unit, and of what is kept of them between the two ways. */
const FINE_BITS: i32 = 15;

/** Two rows' or columns' weights, side by side in each lane. */
// @ts-ignore: decorator
@inline
function pairOf(weights: usize, pair: usize): v128 {
  return v128.load32_splat(weights + DOWN_AT + (pair << 2));
}

/** Two rows of eight bytes, side by side. */
// @ts-ignore: decorator
@inline
function sideBySide(at: usize, below: usize): v128 {
  return i8x16.shuffle(
    v128.load64_zero(at), v128.load64_zero(below), 0, 16, 1, 17, 2, 18, 3, 19, 4, 20, 5, 21, 6, 22, 7, 23);
}

/** Eight samples of six rows weighed down: what they come to, raised, as 16-bit values. */
// @ts-ignore: decorator
@inline
function down8(at: usize, rowBytes: usize, first: v128, second: v128, third: v128): v128 {
  const a = sideBySide(at, at + rowBytes);
  at += 2 * rowBytes;
  const b = sideBySide(at, at + rowBytes);
  at += 2 * rowBytes;
  const c = sideBySide(at, at + rowBytes);
  const half = i32x4.splat(1 << (FINE_BITS - RAISED - 1));
  const low = i32x4.add(
    i32x4.add(i32x4.dot_i16x8_s(i16x8.extend_low_i8x16_u(a), first), half),
    i32x4.add(i32x4.dot_i16x8_s(i16x8.extend_low_i8x16_u(b), second), i32x4.dot_i16x8_s(i16x8.extend_low_i8x16_u(c), third)),
  );
  const high = i32x4.add(
    i32x4.add(i32x4.dot_i16x8_s(i16x8.extend_high_i8x16_u(a), first), half),
    i32x4.add(i32x4.dot_i16x8_s(i16x8.extend_high_i8x16_u(b), second), i32x4.dot_i16x8_s(i16x8.extend_high_i8x16_u(c), third)),
  );
  return i16x8.narrow_i32x4_s(i32x4.shr_s(low, FINE_BITS - RAISED), i32x4.shr_s(high, FINE_BITS - RAISED));
}

/** Values of two columns of eight pixels' samples, side by side: the lower four and the upper four. */
// @ts-ignore: decorator
@inline
function lowPairs(left: v128, right: v128): v128 {
  return i16x8.shuffle(left, right, 0, 8, 1, 9, 2, 10, 3, 11);
}
// @ts-ignore: decorator
@inline
function highPairs(left: v128, right: v128): v128 {
  return i16x8.shuffle(left, right, 4, 12, 5, 13, 6, 14, 7, 15);
}

/**
 * Eight samples weighed across, from values that `down8` has made, every third of which belongs to a channel, held within the four pixels
 * about them.
 *
 * @param room Where the value lies that is two pixels left of the first sample.
 * @param from The sample above and left of the first.
 */
// @ts-ignore: decorator
@inline
function across8(target: usize, room: usize, from: usize, rowBytes: usize, first: v128, second: v128, third: v128): void {
  const a = v128.load(room);
  const b = v128.load(room, 6);
  const c = v128.load(room, 12);
  const d = v128.load(room, 18);
  const e = v128.load(room, 24);
  const f = v128.load(room, 30);
  const half = i32x4.splat(1 << (FINE_BITS + RAISED - 1));
  const low = i32x4.add(
    i32x4.add(i32x4.dot_i16x8_s(lowPairs(a, b), first), half),
    i32x4.add(i32x4.dot_i16x8_s(lowPairs(c, d), second), i32x4.dot_i16x8_s(lowPairs(e, f), third)),
  );
  const high = i32x4.add(
    i32x4.add(i32x4.dot_i16x8_s(highPairs(a, b), first), half),
    i32x4.add(i32x4.dot_i16x8_s(highPairs(c, d), second), i32x4.dot_i16x8_s(highPairs(e, f), third)),
  );
  const words = i16x8.narrow_i32x4_s(i32x4.shr_s(low, FINE_BITS + RAISED), i32x4.shr_s(high, FINE_BITS + RAISED));
  const one = v128.load64_zero(from);
  const two = v128.load64_zero(from + 3);
  const three = v128.load64_zero(from + rowBytes);
  const four = v128.load64_zero(from + rowBytes + 3);
  const least = v128.min<u8>(v128.min<u8>(one, two), v128.min<u8>(three, four));
  const most = v128.max<u8>(v128.max<u8>(one, two), v128.max<u8>(three, four));
  v128.store64_lane(target, v128.min<u8>(v128.max<u8>(i8x16.narrow_i16x8_u(words, words), least), most), 0);
}

/** One pixel of bytes: six rows are weighed down, then what they come to across. Writes a fourth byte, which the next pixel overwrites. */
// @ts-ignore: decorator
@inline
function pixel8(target: usize, from: usize, rowBytes: usize, across: usize, down: usize): void {
  let a = i16x8.splat(0);
  let b = i16x8.splat(0);
  let c = i16x8.splat(0);
  let at = from - 2 * rowBytes - 6;
  for (let row: usize = 0; row < 6; row++) {
    // A weight of 1 is a little less, as 32768ths have no more.
    const weight = v128.load16_splat(down + DOWN_AT + (row << 1));
    a = i16x8.add(a, weighed8(at, weight));
    b = i16x8.add(b, weighed8(at + 8, weight));
    c = i16x8.add(c, weighed8(at + 16, weight));
    at += rowBytes;
  }
  const weights = v128.load(across);
  // Every third of eighteen.
  const red = i32x4.dot_i16x8_s(i16x8.shuffle(a, b, 0, 3, 6, 9, 12, 15, 0, 0), weights);
  const green = i32x4.dot_i16x8_s(
    i16x8.shuffle(i16x8.shuffle(a, b, 1, 4, 7, 10, 13, 0, 0, 0), c, 0, 1, 2, 3, 4, 8, 0, 0), weights);
  const blue = i32x4.dot_i16x8_s(
    i16x8.shuffle(i16x8.shuffle(a, b, 2, 5, 8, 11, 14, 0, 0, 0), c, 0, 1, 2, 3, 4, 9, 0, 0), weights);
  const redGreen = i32x4.add(i32x4.shuffle(red, green, 0, 1, 4, 5), i32x4.shuffle(red, green, 2, 3, 6, 7));
  const blues = i32x4.add(blue, i32x4.shuffle(blue, blue, 2, 3, 2, 3));
  const sums = i32x4.add(
    i32x4.shuffle(redGreen, blues, 0, 2, 4, 4),
    i32x4.shuffle(redGreen, blues, 1, 3, 5, 5),
  );
  const value = i32x4.shr_s(i32x4.add(sums, i32x4.splat(1 << (RAISED + UNIT_BITS - 1))), RAISED + UNIT_BITS);
  const above = v128.load64_zero(from);
  const below = v128.load64_zero(from + rowBytes);
  let low = v128.min<u8>(above, below);
  let high = v128.max<u8>(above, below);
  low = v128.min<u8>(low, i64x2.shr_u(low, 24));
  high = v128.max<u8>(high, i64x2.shr_u(high, 24));
  const words = i16x8.narrow_i32x4_s(value, value);
  const bytes = i8x16.narrow_i16x8_u(words, words);
  v128.store32_lane(target, v128.min<u8>(v128.max<u8>(bytes, low), high), 0);
}

/**
 * Sixteen pixels of bytes that lie nearly as far from each other across as in the source, and climb or fall by `slope` rows a column: rows
 * are weighed down into `room` (128 bytes), three pixels and less at a time at the row that their middle has, and that across.
 *
 * @param fx Where the stretch begins, and `fy` the row there.
 */
// @ts-ignore: decorator
@inline
function block8(
  target: usize, source: usize, rowBytes: usize, weights: usize, fx: f32, fy: f32, slope: f32, across: usize, room: usize,
): void {
  const ix = Mathf.floor(fx);
  const column = source + 3 * (ix as usize);
  // The row of the first column that is weighed down, two left of the stretch.
  const first = fy + (ix - fx - 2) * slope;
  for (let i: usize = 0; i < 64; i += 8) {
    const row = first + ((i as f32) / 3 + EIGHT_MIDDLE) * slope;
    const iy = Mathf.floor(row);
    const down = weights + (((row - iy) * PHASES + 0.5) as usize) * PHASE_BYTES;
    const at = column + ((iy as usize) - 2) * rowBytes - 6 + i;
    v128.store(room + (i << 1), down8(at, rowBytes, pairOf(down, 0), pairOf(down, 1), pairOf(down, 2)));
  }
  const one = pairOf(across, 0);
  const two = pairOf(across, 1);
  const three = pairOf(across, 2);
  for (let i: usize = 0; i < 48; i += 8) {
    const from = column + (Mathf.floor(first + ((i as f32) / 3 + EIGHT_MIDDLE + 2) * slope) as usize) * rowBytes + i;
    across8(target + i, room + (i << 1), from, rowBytes, one, two, three);
  }
}

/**
 * A stretch of a row of bytes that is only shifted: six rows are weighed down once for all of it, then that across.
 *
 * @param fx Where its first pixel lies, and `fy` the row of all of them.
 * @param pixels A multiple of 8.
 * @param room Holds a row's samples and 32 more, 16 bits each.
 */
// @ts-ignore: decorator
@inline
function row8(
  target: usize, source: usize, rowBytes: usize, weights: usize, fx: f32, fy: f32, pixels: usize, room: usize,
): void {
  const ix = Mathf.floor(fx);
  const iy = Mathf.floor(fy);
  const from = source + (iy as usize) * rowBytes + 3 * (ix as usize);
  const down = weights + (((fy - iy) * PHASES + 0.5) as usize) * PHASE_BYTES;
  const across = weights + (((fx - ix) * PHASES + 0.5) as usize) * PHASE_BYTES;
  let one = pairOf(down, 0);
  let two = pairOf(down, 1);
  let three = pairOf(down, 2);
  const samples: usize = 3 * pixels;
  const first = from - 2 * rowBytes - 6;
  for (let i: usize = 0; i < samples + 16; i += 8) v128.store(room + (i << 1), down8(first + i, rowBytes, one, two, three));
  one = pairOf(across, 0);
  two = pairOf(across, 1);
  three = pairOf(across, 2);
  for (let i: usize = 0; i < samples; i += 8) across8(target + i, room + (i << 1), from + i, rowBytes, one, two, three);
}

/** A pixel of 16-bit samples, and the first sample of the next. */
// @ts-ignore: decorator
@inline
function wide(at: usize): v128 {
  return f32x4.convert_i32x4_u(i32x4.extend_low_i16x8_u(v128.load64_zero(at)));
}

/** Like `pixel8` for 16-bit samples. */
// @ts-ignore: decorator
@inline
function pixel16(target: usize, from: usize, rowBytes: usize, across: usize, down: usize): void {
  let sums = f32x4.splat(0);
  let at = from - 2 * rowBytes - 12;
  for (let row: usize = 0; row < 6; row++) {
    let line = f32x4.splat(0);
    for (let tap: usize = 0; tap < 6; tap++) {
      const weight = f32x4.splat(load<i16>(across + (tap << 1)) as f32);
      line = f32x4.add(line, f32x4.mul(weight, wide(at + 6 * tap)));
    }
    sums = f32x4.add(sums, f32x4.mul(f32x4.splat(load<i16>(down + (row << 1)) as f32), line));
    at += rowBytes;
  }
  const unit = f32x4.splat(1.0 / ((1 << (2 * UNIT_BITS)) as f32));
  const a = wide(from);
  const b = wide(from + 6);
  const c = wide(from + rowBytes);
  const d = wide(from + rowBytes + 6);
  const low = f32x4.min(f32x4.min(a, b), f32x4.min(c, d));
  const high = f32x4.max(f32x4.max(a, b), f32x4.max(c, d));
  const value = i32x4.trunc_sat_f32x4_u(
    f32x4.add(f32x4.min(f32x4.max(f32x4.mul(sums, unit), low), high), f32x4.splat(0.5)),
  );
  store<u16>(target, i32x4.extract_lane(value, 0) as u16);
  store<u16>(target + 2, i32x4.extract_lane(value, 1) as u16);
  store<u16>(target + 4, i32x4.extract_lane(value, 2) as u16);
}

/** A stretch of the grid that is so much longer or shorter in the source is taken as one: no pixel of it is further off than half of this. */
const STRAIGHT_PX: f32 = 1.0 / 8.0;
/** It may climb or fall by so many rows: three pixels that are taken at their middle's row are off by a twelfth of it at most. */
const MOST_CLIMB: f32 = 1.5;
/** A row of which no pixel is further off than this is taken as shifted, and nothing else. */
const SHIFTED_PX: f32 = 1.0 / 32.0;
/** The middle of eight samples, in pixels from the first. */
const EIGHT_MIDDLE: f32 = 7.0 / 6.0;
/** Rows about a stretch that have to lie within the picture: those of the kernel, and what it climbs. */
const ROWS_ABOUT: i32 = 5;

// @ts-ignore: decorator
@inline
function isStraight(across: f32, down: f32): bool {
  return Mathf.abs(across - (GRID as f32)) < STRAIGHT_PX && Mathf.abs(down) < MOST_CLIMB;
}

/**
 * Moves a picture: each pixel of `target` comes from where the grid has it in `source`, or from `fallback` where that lies outside.
 * `grid` holds x and y of its points in turn as 32-bit floats, row by row; `weights` those of 65
 * phases from 0 to 1; see `lanczosWeights`. `room` holds a row's samples and 64 more, 16 bits each. Four bytes past the target's
 * end are overwritten.
 */
// @ts-ignore: decorator
@inline
function resample<Sample>(
  target: usize, source: usize, fallback: usize, width: i32, height: i32, grid: usize, weights: usize, room: usize,
): void {
  const pixelBytes = 3 * sizeof<Sample>();
  const rowBytes = (width as usize) * pixelBytes;
  const gridRow = (((width + GRID - 1) / GRID + 1) as usize) << 3;
  let to = target;
  for (let y: i32 = 0; y < height; y++) {
    const down = ((y % GRID) as f32) / (GRID as f32);
    let point = grid + ((y / GRID) as usize) * gridRow;
    // The stretch of the row that is only shifted, and taken as one.
    let shiftedFrom: i32 = width;
    let shiftedTo: i32 = width;
    let shiftedX: f32 = 0;
    let shiftedY: f32 = 0;
    const rowStart = to;
    if (sizeof<Sample>() == 1) {
      const last = point + gridRow - 8;
      const x0 = load<f32>(point) + (load<f32>(point + gridRow) - load<f32>(point)) * down;
      const y0 = load<f32>(point + 4) + (load<f32>(point + gridRow + 4) - load<f32>(point + 4)) * down;
      const x1 = load<f32>(last) + (load<f32>(last + gridRow) - load<f32>(last)) * down;
      const y1 = load<f32>(last + 4) + (load<f32>(last + gridRow + 4) - load<f32>(last + 4)) * down;
      const cells = ((gridRow >> 3) as i32) - 1;
      const columns = (cells * GRID) as f32;
      // A lens bends the middle of a row most against its ends.
      const middle = point + ((cells / 2) << 3);
      const bend = load<f32>(middle + 4) + (load<f32>(middle + gridRow + 4) - load<f32>(middle + 4)) * down - y0;
      const fy = (y0 + y1) / 2;
      const iy = Mathf.floor(fy) as i32;
      if (Mathf.abs(x1 - x0 - columns) < SHIFTED_PX && Mathf.abs(y1 - y0) < SHIFTED_PX && Mathf.abs(bend) < SHIFTED_PX && iy >= 2 && iy < height - 4) {
        const fx = (x0 + x1 - columns) / 2;
        const ix = Mathf.floor(fx) as i32;
        const begins = max(0, 2 - ix);
        const pixels = (min(width, width - ix) - 4 - begins) & ~7;
        if (pixels > 0) {
          shiftedFrom = begins;
          shiftedTo = begins + pixels;
          shiftedX = fx + (begins as f32);
          shiftedY = fy;
        }
      }
    }
    for (let left: i32 = 0; left < width; left += GRID) {
      const x0 = load<f32>(point) + (load<f32>(point + gridRow) - load<f32>(point)) * down;
      const y0 = load<f32>(point + 4) + (load<f32>(point + gridRow + 4) - load<f32>(point + 4)) * down;
      point += 8;
      const x1 = load<f32>(point) + (load<f32>(point + gridRow) - load<f32>(point)) * down;
      const y1 = load<f32>(point + 4) + (load<f32>(point + gridRow + 4) - load<f32>(point + 4)) * down;
      const count = min(GRID, width - left);
      if (left >= shiftedFrom && left + count <= shiftedTo) {
        to += (count as usize) * pixelBytes;
        continue;
      }
      if (sizeof<Sample>() == 1 && count == GRID && isStraight(x1 - x0, y1 - y0)) {
        const fx = (x0 + x1 - (GRID as f32)) / 2;
        const ix = Mathf.floor(fx) as i32;
        const iy = Mathf.floor(min(y0, y1)) as i32;
        if (ix >= 2 && iy >= ROWS_ABOUT && ix < width - 3 - GRID && iy < height - 2 * ROWS_ABOUT) {
          const across = weights + (((fx - (ix as f32)) * PHASES + 0.5) as usize) * PHASE_BYTES;
          block8(to, source, rowBytes, weights, fx, y0, (y1 - y0) / (GRID as f32), across, room);
          to += (GRID as usize) * pixelBytes;
          continue;
        }
      }
      for (let i: i32 = 0; i < count; i++) {
        const part = (i as f32) / (GRID as f32);
        const fx = x0 + (x1 - x0) * part;
        const fy = y0 + (y1 - y0) * part;
        const ix = Mathf.floor(fx) as i32;
        const iy = Mathf.floor(fy) as i32;
        if (ix >= 2 && iy >= 2 && ix < width - 3 && iy < height - 3) {
          const across = weights + (((fx - (ix as f32)) * PHASES + 0.5) as usize) * PHASE_BYTES;
          const downward = weights + (((fy - (iy as f32)) * PHASES + 0.5) as usize) * PHASE_BYTES;
          const from = source + (iy as usize) * rowBytes + (ix as usize) * pixelBytes;
          if (sizeof<Sample>() == 1) pixel8(to, from, rowBytes, across, downward);
          else pixel16(to, from, rowBytes, across, downward);
        } else {
          const from = fallback + (to - target);
          store<Sample>(to, load<Sample>(from));
          store<Sample>(to + sizeof<Sample>(), load<Sample>(from + sizeof<Sample>()));
          store<Sample>(to + 2 * sizeof<Sample>(), load<Sample>(from + 2 * sizeof<Sample>()));
        }
        to += pixelBytes;
      }
    }
    // After what lies beside it, which writes a byte too many.
    if (sizeof<Sample>() == 1 && shiftedTo > shiftedFrom)
      row8(
        rowStart + (shiftedFrom as usize) * pixelBytes, source, rowBytes, weights, shiftedX, shiftedY,
        (shiftedTo - shiftedFrom) as usize, room);
  }
}

/** Moves a picture of bytes; see `resample`. */
export function resample8(
  target: usize, source: usize, fallback: usize, width: i32, height: i32, grid: usize, weights: usize, room: usize,
): void {
  resample<u8>(target, source, fallback, width, height, grid, weights, room);
}

/** Moves a picture of 16-bit samples; see `resample`. */
export function resample16(
  target: usize, source: usize, fallback: usize, width: i32, height: i32, grid: usize, weights: usize, room: usize,
): void {
  resample<u16>(target, source, fallback, width, height, grid, weights, room);
}
