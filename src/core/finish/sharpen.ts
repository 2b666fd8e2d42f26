import { growTo, openEmbedded } from "../embeddedKernel";
import { SHARPEN_KERNEL } from "./sharpenKernel.wasm";

// Sharpening: what differs from its neighbourhood is raised, and held within what stands beside it, so that no rim goes round an edge.
// A neighbourhood is weighed by a binomial of five pixels each way. @see Burt & Adelson (1983)

/** Rows beyond its own that a row looks at. */
export const SHARPEN_REACH = 2;
/** At 100 % what differs from its neighbourhood is so many times as strong. */
const STRONGEST = 2;
/** What may lie beyond the brightest and the darkest of a pixel's neighbours: a hundredth of white, in 16-bit codes. */
const HALO_CODES = 655;

interface SharpenKernel {
  readonly memory: WebAssembly.Memory;
  brightnessRow(out: number, codes: number, pixels: number): void;
  sharpenRow(
    codes: number,
    a: number,
    b: number,
    c: number,
    d: number,
    e: number,
    about: number,
    stride: number,
    amount: number,
    halo: number,
    pixels: number,
  ): void;
}

/** Where rows begin in the kernel's memory, and what stands before and behind a row of what lies about another. */
const ROWS = 1024;
const PAD_BYTES = 16;
/** Rows of brightness that are there at once, and rows of what lies about one. */
const HELD = 2 * SHARPEN_REACH + 1;
const ABOUT = 3;

let compiled: SharpenKernel | undefined;

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
  const stride = 16 * Math.ceil(width / 4) + 2 * PAD_BYTES;
  const about = ROWS + HELD * stride;
  const line = about + ABOUT * stride;
  const bytes = line + 2 * stride;
  compiled ??= openEmbedded<SharpenKernel>(SHARPEN_KERNEL, bytes);
  growTo(compiled.memory, bytes);
  const kernel = compiled;
  const row = new Uint16Array(kernel.memory.buffer, line, 3 * width);
  const out = new Uint16Array(codes.length);
  const place = (y: number) => Math.max(0, Math.min(height - 1, y));
  const heldAt = (y: number) => ROWS + (place(y) % HELD) * stride;
  const take = (y: number) => row.set(codes.subarray(3 * y * width, 3 * (y + 1) * width));
  for (let y = -SHARPEN_REACH; y < height; y++) {
    const next = y + SHARPEN_REACH;
    if (next < height) {
      take(next);
      kernel.brightnessRow(heldAt(next), line, width);
    }
    if (y < 0) continue;
    take(y);
    const [a, b, c, d, e] = [heldAt(y - 2), heldAt(y - 1), heldAt(y), heldAt(y + 1), heldAt(y + 2)];
    kernel.sharpenRow(line, a, b, c, d, e, about, stride, STRONGEST * amount, HALO_CODES, width);
    out.set(row, 3 * y * width);
  }
  return out;
}
