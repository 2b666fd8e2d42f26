// AssemblyScript, compiled to WebAssembly SIMD by scripts/bundle.mjs into guidedKernel.wasm.ts. Pointers are byte offsets into the kernel's
// own memory, which guided.ts lays out.

/**
 * Means over squares of `radius` to each side, cut off at the edges.
 *
 * @param along A plane, and `sums` twice a row of f64 and one more, that are written over.
 */
export function boxMean(out: usize, values: usize, along: usize, sums: usize, width: i32, height: i32, radius: i32): void {
  const row = sums + ((<usize>width) << 3);
  const bytes = (<usize>width) << 2;
  memory.fill(sums, 0, (<usize>width) << 3);
  // Sums of all that lies left of a column; means along each row about a line, which come and go; and their sums.
  store<f64>(row, 0);
  for (let y = 0; y < height + radius; y++) {
    if (y < height) {
      const from = values + <usize>y * bytes;
      const to = along + <usize>y * bytes;
      let sum: f64 = 0;
      for (let x = 0; x < width; x++) {
        sum += <f64>load<f32>(from + ((<usize>x) << 2));
        store<f64>(row + ((<usize>x + 1) << 3), sum);
      }
      for (let x = 0; x < width; x++) {
        const left = max(0, x - radius);
        const right = min(width, x + radius + 1);
        const all = load<f64>(row + ((<usize>right) << 3)) - load<f64>(row + ((<usize>left) << 3));
        const mean = <f32>(all / <f64>(right - left));
        store<f32>(to + ((<usize>x) << 2), mean);
        const at = sums + ((<usize>x) << 3);
        store<f64>(at, load<f64>(at) + <f64>mean);
      }
    }
    const line = y - radius;
    if (line < 0) continue;
    if (line > radius) {
      const gone = along + <usize>(line - radius - 1) * bytes;
      for (let x = 0; x < width; x++) {
        const at = sums + ((<usize>x) << 3);
        store<f64>(at, load<f64>(at) - <f64>load<f32>(gone + ((<usize>x) << 2)));
      }
    }
    const by: f64 = 1 / <f64>(min(height, line + radius + 1) - max(0, line - radius));
    const to = out + <usize>line * bytes;
    for (let x = 0; x < width; x++) store<f32>(to + ((<usize>x) << 2), <f32>(by * load<f64>(sums + ((<usize>x) << 3))));
  }
}

/** Products of two planes; `bytes` is a multiple of 16. */
export function product(out: usize, a: usize, b: usize, bytes: usize): void {
  for (let at: usize = 0; at < bytes; at += 16) v128.store(out + at, f32x4.mul(v128.load(a + at), v128.load(b + at)));
}

/** How a plane of means of squares varies about its mean: in its place, never below 0. */
export function variance(squares: usize, mean: usize, bytes: usize): void {
  for (let at: usize = 0; at < bytes; at += 16) {
    const middle = v128.load(mean + at);
    const varies = f32x4.sub(v128.load(squares + at), f32x4.mul(middle, middle));
    v128.store(squares + at, f32x4.max(varies, f32x4.splat(0)));
  }
}

/** Straight lines of values over a guide: slopes in place of the means of their products, offsets in place of the values' means. */
export function lines(both: usize, middle: usize, mean: usize, variance: usize, evenness: f32, bytes: usize): void {
  for (let at: usize = 0; at < bytes; at += 16) {
    const guide = v128.load(mean + at);
    const value = v128.load(middle + at);
    const slope = f32x4.div(
      f32x4.sub(v128.load(both + at), f32x4.mul(guide, value)),
      f32x4.add(v128.load(variance + at), f32x4.splat(evenness)),
    );
    v128.store(both + at, slope);
    v128.store(middle + at, f32x4.sub(value, f32x4.mul(slope, guide)));
  }
}
