import { growTo, openEmbedded } from "../embeddedKernel";
import { codeLights, codeOfLight } from "../stack/lightCodes";
import type { CodedPicture } from "./picture";
import { REDUCE_KERNEL } from "./reduceKernel.wasm";

interface ReduceKernel {
  readonly memory: WebAssembly.Memory;
  addRow(sums: number, codes: number, table: number, count: number): void;
  meanColumns(out: number, sums: number, firsts: number, count: number, rows: number): void;
}

/** Byte offsets in the kernel's memory. */
const TABLE = 1024;
const CODES = 65_536;
const SUMS = TABLE + 4 * CODES;

let compiled: ReduceKernel | undefined;

/** A small copy, each pixel the mean of the light that falls into it; its longer edge has at most `edgePx`. */
export function reduced({ width, height, samples }: CodedPicture, edgePx: number): CodedPicture {
  const scale = Math.min(1, edgePx / Math.max(width, height));
  if (scale === 1) return { width, height, samples: samples.slice() };
  const size = { width: Math.max(1, Math.round(width * scale)), height: Math.max(1, Math.round(height * scale)) };
  const padded = 4 * Math.ceil((3 * width) / 4);
  const codesAt = SUMS + 4 * padded;
  const firstsAt = codesAt + 2 * padded;
  const meansAt = firstsAt + 4 * (size.width + 1);
  const bytes = meansAt + 12 * size.width;
  compiled ??= openEmbedded<ReduceKernel>(REDUCE_KERNEL, bytes);
  growTo(compiled.memory, bytes);
  const { buffer } = compiled.memory;
  new Float32Array(buffer, TABLE, CODES).set(codeLights());
  const sums = new Float32Array(buffer, SUMS, padded);
  const codes = new Uint16Array(buffer, codesAt, 3 * width);
  /** The first of the picture's columns or rows that falls into one of the copy's. */
  const firstIn = (place: number, many: number, few: number) => Math.ceil((place * many) / few);
  new Uint32Array(buffer, firstsAt, size.width + 1).set(
    Uint32Array.from({ length: size.width + 1 }, (_, column) => firstIn(column, width, size.width)),
  );
  const means = new Float32Array(buffer, meansAt, 3 * size.width);
  const out = new Uint16Array(3 * size.width * size.height);
  for (let row = 0, at = 0; row < size.height; row++) {
    const [top, bottom] = [firstIn(row, height, size.height), firstIn(row + 1, height, size.height)];
    sums.fill(0);
    for (let y = top; y < bottom; y++) {
      codes.set(samples.subarray(3 * width * y, 3 * width * (y + 1)));
      compiled.addRow(SUMS, codesAt, TABLE, padded);
    }
    compiled.meanColumns(meansAt, SUMS, firstsAt, size.width, bottom - top);
    for (const mean of means) out[at++] = codeOfLight(mean);
  }
  return { ...size, samples: out };
}
