import { growTo, openEmbedded } from "../embeddedKernel";
import { DENOISE_KERNEL } from "./denoiseKernel.wasm";
import { evenedCodes, unevening } from "./evenNoise";
import type { NoiseModel } from "./noise";
import { type GrainSizes, SCALES } from "./scales";

// Takes out of a picture what its own noise is, and no more: on a scale of light on which noise is even, brightness and colours apart, in
// details of each size. A place keeps what exceeds the noise about it. @see Cai (1999), Adaptive wavelet estimation: a block oracle
// inequality approach, for shrinking by the mean square of neighbours.

/** A picture's noise: how it rises with light, and the size of its grains. */
export interface PictureNoise {
  readonly noise: NoiseModel;
  readonly grains: GrainSizes;
}

/** Which part of the noise is taken out, 0 to 1. */
export interface Quieting {
  readonly brightness: number;
  readonly colour: number;
}

/** Neighbours whose mean square is up to so many times that of noise are noise. @see Cai (1999), where it is 4.505 */
const NOISE_SQUARES = 4.505;

interface DenoiseKernel {
  readonly memory: WebAssembly.Memory;
  partRow(codes: number, tables: number, brightness: number, one: number, two: number, pixels: number): void;
  joinRow(out: number, numbers: number, brightness: number, one: number, two: number, pixels: number): void;
  quietPlane(
    plane: number,
    other: number,
    next: number,
    sum: number,
    stride: number,
    rows: number,
    width: number,
    scales: number,
    limits: number,
    amount: number,
  ): void;
}

/** Byte offsets in the kernel's memory, and what stands left and right of a row. */
const NUMBERS = 1024;
const LIMITS = NUMBERS + 4 * 6;
const TABLES = 2048;
const PAD_BYTES = 64;
const TABLE_BYTES = 4 * 3 * 65_536;

let kernel: DenoiseKernel | undefined;
/** The tables of the noise that was last asked for: bands of one picture follow each other. */
let lastTables: { readonly key: string; readonly tables: Float32Array } | undefined;

function tablesOf(noise: NoiseModel): Float32Array {
  const key = JSON.stringify(noise);
  if (lastTables?.key !== key) lastTables = { key, tables: evenedCodes(noise) };
  return lastTables.tables;
}

/**
 * Takes noise out of whole rows of a picture. Where they are a part of it, those up to `REACH` from either end lack what lies beyond.
 *
 * @param codes Interleaved 16-bit sRGB codes, `width` pixels a row; they stay as they are.
 * @param fromScale Details smaller than 2^fromScale pixels of the whole picture are not there any more: of a small copy.
 * @returns As many codes.
 */
export function denoised(
  codes: Uint16Array,
  width: number,
  { noise, grains }: PictureNoise,
  quieting: Quieting,
  fromScale = 0,
): Uint16Array {
  const scales = Math.max(0, SCALES - fromScale);
  if (scales === 0 || (quieting.brightness === 0 && quieting.colour === 0)) return codes.slice();
  const rows = codes.length / (3 * width);
  const padded = 4 * Math.ceil(width / 4);
  const stride = 2 * PAD_BYTES + 4 * padded;
  const plane = stride * rows;
  const row = TABLES + TABLE_BYTES;
  const planes = row + 16 * Math.ceil((6 * padded) / 16);
  kernel ??= openEmbedded<DenoiseKernel>(DENOISE_KERNEL, planes + 6 * plane);
  growTo(kernel.memory, planes + 6 * plane);
  const { buffer } = kernel.memory;
  new Float32Array(buffer, NUMBERS, 6).set(noise.flatMap(unevening));
  new Float32Array(buffer, TABLES, 3 * 65_536).set(tablesOf(noise));
  const [brightness, one, two, other, next, sum] = [0, 1, 2, 3, 4, 5].map((at) => planes + at * plane) as [
    number,
    number,
    number,
    number,
    number,
    number,
  ];
  const line = new Uint16Array(buffer, row, 3 * width);
  for (let y = 0; y < rows; y++) {
    line.set(codes.subarray(3 * y * width, 3 * (y + 1) * width));
    kernel.partRow(row, TABLES, brightness + y * stride, one + y * stride, two + y * stride, width);
  }
  const limits = new Float32Array(buffer, LIMITS, SCALES);
  for (const [at, sizes, amount] of [
    [brightness, grains.brightness, quieting.brightness],
    [one, grains.colour, quieting.colour],
    [two, grains.colour, quieting.colour],
  ] as const) {
    if (amount === 0) continue;
    limits.set(sizes.map((deviation) => NOISE_SQUARES * deviation * deviation));
    kernel.quietPlane(at, other, next, sum, stride, rows, width, scales, LIMITS, amount);
  }
  const out = new Uint16Array(codes.length);
  for (let y = 0; y < rows; y++) {
    kernel.joinRow(row, NUMBERS, brightness + y * stride, one + y * stride, two + y * stride, padded);
    out.set(line, 3 * y * width);
  }
  return out;
}
