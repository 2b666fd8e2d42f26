// AssemblyScript, compiled to WebAssembly SIMD by scripts/bundle.mjs into peakKernel.wasm.ts. Its plain twin, which the tests hold it
// against, stands in testing/plainPeaks.ts. Pointers are byte offsets into the kernel's own memory, which peaks.ts lays out.

/** Columns that share a threshold: a multiple of 16. */
const TILE: i32 = 64;
/** Columns at either end that hold no peak. */
const BORDER: i32 = 2;

/**
 * Finds the pixels of `rows` rows that are brighter than everything about them and than their tile's threshold, a byte each from
 * `thresholds` on. `luma` is the first of them; a row stands before and one behind. Writes their places, counted from `luma`, as u32
 * to `out`, and returns how many there are.
 */
export function peaks(luma: usize, width: i32, rows: i32, thresholds: usize, out: usize): i32 {
  const first = out;
  const last = width - BORDER;
  for (let y: i32 = 0; y < rows; y++) {
    const row = luma + ((y * width) as usize);
    let tile = thresholds;
    for (let left: i32 = 0; left < last; left += TILE) {
      const threshold = i8x16.splat(load<u8>(tile++) as i8);
      const end = min(last, left + TILE);
      for (let x: i32 = left; x < end; x += 16) {
        const at = row + (x as usize);
        const code = v128.load(at);
        let is = i8x16.gt_u(code, threshold);
        if (!v128.any_true(is)) continue;
        is = v128.and(is, beats(code, at, width));
        let bits = i8x16.bitmask(is);
        if (x < BORDER) bits &= -1 << BORDER;
        if (end - x < 16) bits &= (1 << (end - x)) - 1;
        while (bits != 0) {
          store<u32>(out, (at - luma) as u32 + (ctz<i32>(bits) as u32));
          out += 4;
          bits &= bits - 1;
        }
      }
    }
  }
  return ((out - first) >> 2) as i32;
}

/** Where a code is above the four that come before it, row by row, and not below the four behind: of equal ones one is the peak. */
// @ts-ignore: decorator
@inline
function beats(code: v128, at: usize, width: i32): v128 {
  const before = v128.max<u8>(
    v128.max<u8>(v128.load(at - 1), v128.load(at - width)),
    v128.max<u8>(v128.load(at - width - 1), v128.load(at - width + 1)),
  );
  const behind = v128.max<u8>(
    v128.max<u8>(v128.load(at + 1), v128.load(at + width)),
    v128.max<u8>(v128.load(at + width - 1), v128.load(at + width + 1)),
  );
  return v128.and(i8x16.gt_u(code, before), i8x16.ge_u(code, behind));
}
