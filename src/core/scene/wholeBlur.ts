/** A run of pixels of a blur that all weigh the same, beside the pixel that is blurred. */
interface KernelRun {
  readonly dy: number;
  readonly fromX: number;
  readonly toX: number;
  readonly weight: number;
}

/** How a point of the whole picture is spread: runs whose weights sum to 1 over their pixels, and how many rows it reaches. */
export interface BlurKernel {
  readonly runs: readonly KernelRun[];
  readonly reach: number;
}

/** Under this diameter a disc is no wider than a pixel. */
const LEAST_DISC_PX = 1;

/** A disc of uniform light, as an unfocused lens makes it; null where it is no wider than a pixel. */
export function discKernel(diameterPx: number): BlurKernel | null {
  if (!(diameterPx > LEAST_DISC_PX)) return null;
  const radius = diameterPx / 2;
  const reach = Math.floor(radius);
  const halves = Array.from({ length: 2 * reach + 1 }, (_, at) =>
    Math.floor(Math.sqrt(radius ** 2 - (at - reach) ** 2)),
  );
  const pixels = halves.reduce((sum, half) => sum + 2 * half + 1, 0);
  return { reach, runs: halves.map((half, at) => ({ dy: at - reach, fromX: -half, toX: half, weight: 1 / pixels })) };
}

/**
 * A way of the picture over the sensor while the shutter is open, pixels to the right and down, each point for as long as the
 * others; null where it stands still.
 */
export function wayKernel(points: readonly { readonly x: number; readonly y: number }[]): BlurKernel | null {
  const weights = new Map<string, { dx: number; dy: number; weight: number }>();
  for (const point of points) {
    // A place of the picture gets what has moved there: its light is looked for on the other side.
    const [x, y] = [-point.x, -point.y];
    const [left, top] = [Math.floor(x), Math.floor(y)];
    for (const [dx, dy, share] of [
      [left, top, (1 - (x - left)) * (1 - (y - top))],
      [left + 1, top, (x - left) * (1 - (y - top))],
      [left, top + 1, (1 - (x - left)) * (y - top)],
      [left + 1, top + 1, (x - left) * (y - top)],
    ] as const) {
      const key = `${dx} ${dy}`;
      const weight = (weights.get(key)?.weight ?? 0) + share / points.length;
      weights.set(key, { dx, dy, weight });
    }
  }
  const runs = [...weights.values()]
    .filter(({ weight }) => weight > 1e-6)
    .map(({ dx, dy, weight }) => ({ dy, fromX: dx, toX: dx, weight }));
  if (runs.length === 0 || (runs.length === 1 && runs[0]!.dy === 0 && runs[0]!.fromX === 0)) return null;
  return { runs, reach: Math.max(...runs.map(({ dy }) => Math.abs(dy))) };
}

/** Sums of a row from its left edge on, by channel: `sums[3 * (x + 1) + channel]` has everything up to x. */
function sumRow(light: Float32Array, from: number, width: number, sums: Float64Array): void {
  for (let at = 0; at < 3 * width; at++) sums[at + 3] = sums[at]! + light[from + at]!;
}

/**
 * Blurs rows of light by a kernel; beyond the picture's sides its edge goes on.
 *
 * @param light Interleaved, with `kernel.reach` rows more than `rows` at either end.
 * @param out `3 * width * rows` samples, overwritten.
 */
export function blurWhole(
  { runs, reach }: BlurKernel,
  width: number,
  rows: number,
  light: Float32Array,
  out: Float32Array,
): void {
  const sums = Array.from({ length: rows + 2 * reach }, (_, row) => {
    const row3 = new Float64Array(3 * (width + 1));
    sumRow(light, 3 * width * row, width, row3);
    return row3;
  });
  const last = width - 1;
  for (let row = 0; row < rows; row++) {
    const to = 3 * width * row;
    out.fill(0, to, to + 3 * width);
    for (const { dy, fromX, toX, weight } of runs) {
      const source = row + reach + dy;
      const sum = sums[source]!;
      const edges = 3 * width * source;
      for (let x = 0; x < width; x++) {
        const left = x + fromX;
        const right = x + toX;
        const [inLeft, inRight] = [Math.max(0, Math.min(last, left)), Math.max(0, Math.min(last, right))];
        // So many pixels of the run lie beyond either side.
        const beyondLeft = Math.min(toX - fromX + 1, Math.max(0, -left));
        const beyondRight = Math.min(toX - fromX + 1, Math.max(0, right - last));
        const isInside = beyondLeft + beyondRight <= toX - fromX;
        for (let channel = 0; channel < 3; channel++) {
          const inside = isInside ? sum[3 * (inRight + 1) + channel]! - sum[3 * inLeft + channel]! : 0;
          const beside = beyondLeft * light[edges + channel]! + beyondRight * light[edges + 3 * last + channel]!;
          out[to + 3 * x + channel] = out[to + 3 * x + channel]! + weight * (inside + beside);
        }
      }
    }
  }
}
