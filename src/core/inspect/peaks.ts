import { growTo, openEmbedded } from "../embeddedKernel";
import { PEAK_KERNEL } from "./peakKernel.wasm";

interface PeakKernel {
  readonly memory: WebAssembly.Memory;
  peaks(luma: number, width: number, rows: number, thresholds: number, out: number): number;
}

/** Parts whose own background and noise are known, pixels. The kernel counts on it. */
export const TILE = 64;
/** Rows at the top and the bottom that hold no peak. */
const BORDER = 2;
/** A vector may reach so far past the last row, bytes. */
const PADDING = 32;
const THRESHOLDS = 1024;

let kernel: PeakKernel | undefined;

/**
 * Pixels of a picture's brightness that are brighter than everything about them and than the threshold of their tile; row by row.
 *
 * @param thresholds By tile, row by row; `Math.ceil(width / TILE)` in a row of them.
 */
export function peaksOf(luma: Uint8Array, width: number, height: number, thresholds: Float32Array): number[] {
  const across = Math.ceil(width / TILE);
  const rowBefore = THRESHOLDS + across;
  const out = 4 * Math.ceil((rowBefore + (TILE + 2) * width + PADDING) / 4);
  // Of two pixels beside each other one at most is a peak.
  const bytes = out + 4 * TILE * Math.ceil(width / 2);
  kernel ??= openEmbedded<PeakKernel>(PEAK_KERNEL, bytes);
  growTo(kernel.memory, bytes);
  const memory = new Uint8Array(kernel.memory.buffer);
  const found: number[] = [];
  for (let tile = 0, top = 0; top < height - BORDER; tile++, top += TILE) {
    const [from, to] = [Math.max(BORDER, top), Math.min(height - BORDER, top + TILE)];
    if (to <= from) continue;
    for (let x = 0; x < across; x++) memory[THRESHOLDS + x] = Math.min(255, Math.floor(thresholds[tile * across + x]!));
    memory.set(luma.subarray((from - 1) * width, (to + 1) * width), rowBefore);
    const count = kernel.peaks(rowBefore + width, width, to - from, THRESHOLDS, out);
    for (const at of new Uint32Array(memory.buffer, out, count)) found.push(from * width + at);
  }
  return found;
}
