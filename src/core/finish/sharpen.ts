import { LUMINANCE } from "./colour";

// Sharpening: what differs from its neighbourhood is raised, and held within what stands beside it, so that no rim goes round an edge.

/** Rows beyond its own that a row looks at. */
export const SHARPEN_REACH = 2;
/** At 100 % what differs from its neighbourhood is so many times as strong. */
const STRONGEST = 2;
/** What may lie beyond the brightest and the darkest of a pixel's neighbours: a hundredth of white, in 16-bit codes. */
const HALO_CODES = 655;
/** @see Burt & Adelson (1983) for the binomial weights */
const WEIGHTS = [1 / 16, 1 / 4, 3 / 8, 1 / 4, 1 / 16] as const;

/**
 * Sharpens whole rows of a picture by brightness alone, as codes have it. At its own edges a picture is taken to go on as it ends; rows of a
 * part of it up to `SHARPEN_REACH` from either end lack what lies beyond.
 *
 * @param codes Interleaved 16-bit sRGB codes, `width` pixels a row; they stay as they are.
 * @param amount 0 to 1.
 */
export function sharpened(codes: Uint16Array, width: number, amount: number): Uint16Array {
  if (amount === 0) return codes.slice();
  const height = codes.length / (3 * width);
  const [red, green, blue] = LUMINANCE;
  const brightness = new Float32Array(width * height);
  for (let at = 0, from = 0; at < brightness.length; at++, from += 3)
    brightness[at] = red * codes[from]! + green * codes[from + 1]! + blue * codes[from + 2]!;
  const out = new Uint16Array(codes.length);
  const [down, least, most] = [0, 1, 2].map(() => new Float32Array(width)) as [
    Float32Array,
    Float32Array,
    Float32Array,
  ];
  const rowAt = (y: number) => {
    const row = Math.max(0, Math.min(height - 1, y));
    return brightness.subarray(row * width, (row + 1) * width);
  };
  const [first, second, third, fourth, fifth] = WEIGHTS;
  const last = width - 1;
  for (let y = 0; y < height; y++) {
    const [a, b, c, d, e] = [rowAt(y - 2), rowAt(y - 1), rowAt(y), rowAt(y + 1), rowAt(y + 2)];
    for (let x = 0; x < width; x++) {
      const [above, here, below] = [b[x]!, c[x]!, d[x]!];
      down[x] = first * a[x]! + second * above + third * here + fourth * below + fifth * e[x]!;
      least[x] = Math.min(above, here, below);
      most[x] = Math.max(above, here, below);
    }
    for (let x = 0, at = 3 * y * width; x < width; x++, at += 3) {
      const [left, right] = [x > 0 ? x - 1 : 0, x < last ? x + 1 : last];
      const [farLeft, farRight] = [x > 1 ? x - 2 : 0, x + 1 < last ? x + 2 : last];
      const about =
        first * (down[farLeft]! + down[farRight]!) + second * (down[left]! + down[right]!) + third * down[x]!;
      const raised = c[x]! + STRONGEST * amount * (c[x]! - about);
      const floor = Math.min(least[left]!, least[x]!, least[right]!) - HALO_CODES;
      const ceiling = Math.max(most[left]!, most[x]!, most[right]!) + HALO_CODES;
      const by = Math.max(floor, Math.min(ceiling, raised)) - c[x]!;
      for (let channel = 0; channel < 3; channel++)
        out[at + channel] = Math.max(0, Math.min(65_535, codes[at + channel]! + by + 0.5));
    }
  }
  return out;
}
