import { openEmbedded } from "../embeddedKernel";
import { LUMA_KERNEL } from "./lumaKernel.wasm";

interface LumaKernel {
  readonly memory: WebAssembly.Memory;
  brightness(luma: number, samples: number, counts: number, pixels: number): void;
}

/** How many pixels have a channel at 255, all at 255, all at 0. */
export interface ClipCounts {
  readonly any: number;
  readonly all: number;
  readonly black: number;
}

/** Pixels of one call: their bytes stay in a core's own memory. A multiple of 16. */
const CHUNK = 1 << 16;
/** The kernel's vectors hold so many pixels. */
const LANES = 16;
/** A code that is neither white nor black, for the pixels that fill up the last vector. */
const FILLER = 1;
/** Byte offsets in the kernel's memory. */
const COUNTS = 64;
const SAMPLES = 1024;
const LUMA = SAMPLES + 3 * CHUNK;

let kernel: LumaKernel | undefined;

/**
 * Writes the brightness of interleaved 8-bit pixels, (54 R + 183 G + 19 B) / 256 of their codes, and counts the clipped ones.
 *
 * @param luma One sample a pixel, overwritten.
 */
export function writeLuma(samples: Uint8Array, luma: Uint8Array): ClipCounts {
  // Compiled when it is first asked for.
  kernel ??= openEmbedded<LumaKernel>(LUMA_KERNEL, LUMA + CHUNK);
  const { memory, brightness } = kernel;
  const bytes = new Uint8Array(memory.buffer);
  const counts = new Uint32Array(memory.buffer, COUNTS, 3).fill(0);
  for (let from = 0; from < luma.length; from += CHUNK) {
    const pixels = Math.min(CHUNK, luma.length - from);
    const padded = LANES * Math.ceil(pixels / LANES);
    bytes.set(samples.subarray(3 * from, 3 * (from + pixels)), SAMPLES);
    bytes.fill(FILLER, SAMPLES + 3 * pixels, SAMPLES + 3 * padded);
    brightness(LUMA, SAMPLES, COUNTS, padded);
    luma.set(bytes.subarray(LUMA, LUMA + pixels), from);
  }
  const [any, all, black] = counts as unknown as [number, number, number];
  return { any, all, black };
}
