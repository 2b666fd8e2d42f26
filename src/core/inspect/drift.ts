import type { LumaPicture } from "../picture";
import { type ComplexSquare, transform } from "./fft";

/** A picture made small and square: what two frames of one place are laid over each other by. */
export interface DriftMark {
  /** Of the square, samples: a power of two. */
  readonly side: number;
  /** Pixels of the picture to a sample. */
  readonly scale: number;
  readonly data: Uint8Array;
}

/** How far a frame lies from another, pixels to the right and down. */
export interface Drift {
  readonly x: number;
  readonly y: number;
}

const SIDE = 512;
/** Frequencies of more than this part of the highest are noise; less of them makes the peak a round hill. */
const KEPT_FREQUENCY = 0.35;
/** Two frames of one place have this part of their frequencies in common; of two places with a few lamps less. */
const LEAST_COMMON = 0.3;
/** Less than this is the rounding of the transform: a frequency that one of them does not have. */
const LEAST_SIZE = 1e-9;

/** The middle of a picture by blocks of whole pixels; null where it is too small to tell anything. */
export function driftMark({ width, height, luma }: LumaPicture): DriftMark | null {
  const shorter = Math.min(width, height);
  if (shorter < 64) return null;
  const scale = Math.max(1, Math.floor(shorter / SIDE));
  const side = 2 ** Math.floor(Math.log2(Math.min(SIDE, shorter / scale)));
  const [left, top] = [Math.floor((width - side * scale) / 2), Math.floor((height - side * scale) / 2)];
  const data = new Uint8Array(side * side);
  for (let y = 0; y < side; y++)
    for (let x = 0; x < side; x++) {
      let sum = 0;
      for (let dy = 0; dy < scale; dy++) {
        const from = (top + y * scale + dy) * width + left + x * scale;
        for (let dx = 0; dx < scale; dx++) sum += luma[from + dx]!;
      }
      data[y * side + x] = sum / (scale * scale);
    }
  return { side, scale, data };
}

/** A mark with its mean taken off and its edges faded. */
function faded({ side, data }: DriftMark): Float64Array {
  const fade = Float64Array.from({ length: side }, (_, at) => Math.sin((Math.PI * (at + 0.5)) / side) ** 2);
  let mean = 0;
  for (let at = 0; at < data.length; at++) mean += data[at]! / data.length;
  const out = new Float64Array(data.length);
  for (let y = 0, at = 0; y < side; y++) {
    const row = fade[y]!;
    for (let x = 0; x < side; x++, at++) out[at] = (data[at]! - mean) * fade[x]! * row;
  }
  return out;
}

/**
 * What two marks have in common by frequency, each frequency weighing as much as another below the highest that are kept; and what it
 * would come to if they were the same. Both are transformed at once, as the parts of complex numbers, and told apart by their symmetry.
 */
function commonOf(from: DriftMark, to: DriftMark): { readonly common: ComplexSquare; readonly most: number } {
  const whole = from.side;
  const both = { side: whole, re: faded(from), im: faded(to) };
  // The upper half of the frequencies counts for less than a hundredth: a square of half the side holds the rest.
  const side = whole / 2;
  transform(both, -1, side / 2 + 1);
  const common = { side, re: new Float64Array(side * side), im: new Float64Array(side * side) };
  const falls = 2 * ((KEPT_FREQUENCY * whole) / 4) ** 2;
  let most = 0;
  for (let y = 0, at = 0; y < side; y++) {
    const fy = y > side / 2 ? y - side : y;
    const row = ((fy + whole) % whole) * whole;
    const mirrored = ((whole - fy) % whole) * whole;
    for (let x = 0; x < side; x++, at++) {
      const fx = x > side / 2 ? x - side : x;
      const weight = Math.exp(-(fx * fx + fy * fy) / falls);
      const here = row + ((fx + whole) % whole);
      const other = mirrored + ((whole - fx) % whole);
      const oneRe = both.re[here]! + both.re[other]!;
      const oneIm = both.im[here]! - both.im[other]!;
      const twoRe = both.im[here]! + both.im[other]!;
      const twoIm = both.re[other]! - both.re[here]!;
      const re = twoRe * oneRe + twoIm * oneIm;
      const im = twoIm * oneRe - twoRe * oneIm;
      const size = Math.sqrt(re * re + im * im);
      if (size < LEAST_SIZE) continue;
      common.re[at] = (re * weight) / size;
      common.im[at] = (im * weight) / size;
      most += weight;
    }
  }
  return { common, most };
}

/** The top of a hill between three heights, in steps from the middle one, as of a Gaussian. */
function topOf(before: number, peak: number, after: number): number {
  const [a, b, c] = [before, peak, after].map((height) => Math.log(Math.max(1e-12, height))) as [
    number,
    number,
    number,
  ];
  const bend = a - 2 * b + c;
  return bend < 0 ? Math.max(-0.5, Math.min(0.5, (a - c) / (2 * bend))) : 0;
}

/**
 * How far a frame has drifted from another of the same place, by phase correlation; null where nothing fits, or the sizes differ.
 *
 * @see Kuglin & Hines (1975), The phase correlation image alignment method
 */
export function driftBetween(from: DriftMark, to: DriftMark): Drift | null {
  if (to.side !== from.side || to.scale !== from.scale) return null;
  const { common, most } = commonOf(from, to);
  transform(common, 1);
  const { side } = common;
  const hill = common.re;
  let best = 0;
  for (let at = 0; at < hill.length; at++) if (hill[at]! > hill[best]!) best = at;
  if (!(hill[best]! > LEAST_COMMON * most)) return null;
  const [px, py] = [best % side, Math.floor(best / side)];
  const heightAt = (x: number, y: number) => hill[((y + side) % side) * side + ((x + side) % side)]!;
  const x = px + topOf(heightAt(px - 1, py), hill[best]!, heightAt(px + 1, py));
  const y = py + topOf(heightAt(px, py - 1), hill[best]!, heightAt(px, py + 1));
  const scale = (from.scale * from.side) / side;
  const signed = (at: number) => scale * (at > side / 2 ? at - side : at);
  return { x: signed(x), y: signed(y) };
}
