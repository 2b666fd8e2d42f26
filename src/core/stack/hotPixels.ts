import { decodeSrgb } from "../picture/srgb";
import type { Samples } from "./tables";

interface Size {
  readonly width: number;
  readonly height: number;
}

/** A hot pixel's neighbours have less than this of its light; a far lamp's have half. */
const ALONE = 0.15;
/** Where colours were put together from a mosaic its own colour spreads to them. */
const NEARLY_ALONE = 0.5;
/** Then one of its channels has so many times what the others have. */
const ONE_COLOUR = 2.5;
/** Fainter ones nobody sees: so much over what lies about them, of white. */
const LEAST_LIGHT = 0.004;
/** Its neighbours are repaired too where they have more than this of its light. */
const SPREADS = 0.03;

const LIGHT = Float32Array.from({ length: 65_536 }, (_, code) => decodeSrgb(code / 65_535));

/** The sixteen pixels two away from one. */
const ringOf = (width: number): number[] => {
  const ring: number[] = [];
  for (let dy = -2; dy <= 2; dy++)
    for (let dx = -2; dx <= 2; dx++) if (Math.max(Math.abs(dx), Math.abs(dy)) === 2) ring.push(dy * width + dx);
  return ring;
};

const medianOf = (values: number[]): number => {
  values.sort((one, other) => one - other);
  return values[values.length >> 1]!;
};

/**
 * Finds the pixels that shine by themselves in every frame: in the darkest of frames each of them stands alone. Stars move on and are
 * gone from it; lamps are wider than a pixel.
 *
 * @param darkest The darkest of several frames, 16-bit sRGB codes, interleaved.
 * @returns Places of pixels, row by row.
 */
export function findHotPixels(darkest: Uint16Array, { width, height }: Size): Uint32Array {
  const strongest = new Uint16Array(width * height);
  for (let at = 0; at < strongest.length; at++)
    strongest[at] = Math.max(darkest[3 * at]!, darkest[3 * at + 1]!, darkest[3 * at + 2]!);
  const ring = ringOf(width);
  const found: number[] = [];
  for (let y = 2; y < height - 2; y++)
    for (let x = 2; x < width - 2; x++) {
      const at = y * width + x;
      const peak = LIGHT[strongest[at]!]!;
      // Most pixels are no brighter than their neighbour.
      if (peak < LIGHT[strongest[at - 1]!]! + LEAST_LIGHT) continue;
      const about = medianOf(ring.map((step) => LIGHT[strongest[at + step]!]!));
      const over = peak - about;
      if (over < LEAST_LIGHT) continue;
      const beside =
        [-1, 1, -width, width].reduce((sum, step) => sum + Math.max(0, LIGHT[strongest[at + step]!]! - about), 0) / 4;
      if (beside > NEARLY_ALONE * over) continue;
      const channels = [0, 1, 2].map((channel) => LIGHT[darkest[3 * at + channel]!]!).sort((a, b) => b - a);
      if (beside < ALONE * over || channels[0]! - about > ONE_COLOUR * Math.max(LEAST_LIGHT, channels[1]! - about))
        found.push(at);
    }
  return Uint32Array.from(found);
}

/** Makes hot pixels of what lies two pixels about them, and their neighbours where they have caught their light, in place. */
export function repairPixels(samples: Samples, { width }: Size, hotPixels: Uint32Array): void {
  const ring = ringOf(width);
  const scale = samples instanceof Uint8Array ? 257 : 1;
  for (const at of hotPixels)
    for (let channel = 0; channel < 3; channel++) {
      const made = medianOf(ring.map((step) => samples[3 * (at + step) + channel]!));
      const light = (pixel: number) => LIGHT[scale * samples[3 * pixel + channel]!]! - LIGHT[scale * made]!;
      const peak = light(at);
      if (peak <= 0) continue;
      for (let dy = -1; dy <= 1; dy++)
        for (let dx = -1; dx <= 1; dx++) {
          const pixel = at + dy * width + dx;
          if (pixel === at || light(pixel) > SPREADS * peak) samples[3 * pixel + channel] = made;
        }
    }
}
