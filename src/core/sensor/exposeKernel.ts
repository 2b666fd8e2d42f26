import { growTo, openEmbedded } from "../embeddedKernel";
import { normalPattern, normalQuantiles } from "../random";
import { EXPOSE_KERNEL } from "./exposeKernel.wasm";

interface ExposeKernel {
  readonly memory: WebAssembly.Memory;
  setFrame(constants: number): void;
  exposeRow(
    light: number,
    lift: number,
    out: number,
    pixels: number,
    frameSeed: number,
    row: number,
    offset: number,
  ): void;
}

/** A band of rows of one frame. */
export interface Band {
  readonly width: number;
  readonly firstRow: number;
  readonly rows: number;
  /** By pixel: what its sensor's codes are multiplied by as they are developed, 1 or more; null where that is 1. */
  readonly lift: Float32Array | null;
}

/** What is the same in all of a frame's samples. Numbers of electrons. */
export interface FrameConstants {
  /** By channel: electrons for a cd·s/m² gathered. */
  readonly toElectrons: readonly number[];
  readonly patternScale: number;
  readonly darkElectrons: number;
  readonly readNoise: number;
  /** Noise of a pixel of the output against that of one of the sensor; 1 at full size, where few electrons are counted. */
  readonly noiseScale: number;
  readonly codesPerElectron: number;
  /** By channel: the display code of each raw code. */
  readonly tables: readonly Uint8Array[];
  /** From this code of the second strongest channel on all go to white; above every code where none shall. */
  readonly whitensFrom: number;
  readonly sensorSeed: number;
}

const PATTERN_BITS = 16;
const PATTERN_SAMPLES = 1 << PATTERN_BITS;
const MOST_CODES = 1 << 16;
/** Electrons from 0 to 6 in steps of 1/1024, and one more to reckon between. */
const DECAY_STEPS = 1024;
const DECAYS = 6 * DECAY_STEPS + 2;
/** The last row's last step of four pixels may reach so far past it, samples. */
const PADDING = 12;

/** Byte offsets in the kernel's memory; the band lies behind all of it. The pattern stands there twice, so that rows need not wrap. */
const QUANTILES = 1024;
const DECAY_TABLE = QUANTILES + 4 * 16_384;
const PATTERN = DECAY_TABLE + 4 * (DECAYS + 2);
const TABLES = PATTERN + 8 * PATTERN_SAMPLES;
const BAND = TABLES + 3 * MOST_CODES;
const CONSTANTS = 64;

let kernel: ExposeKernel | undefined;
let patternSeed: number | undefined;

/** The kernel of this thread, compiled when it is first asked for. */
function openKernel(): ExposeKernel {
  if (kernel) return kernel;
  const opened = openEmbedded<ExposeKernel>(EXPOSE_KERNEL, BAND);
  new Float32Array(opened.memory.buffer, QUANTILES).set(normalQuantiles());
  const decays = new Float32Array(opened.memory.buffer, DECAY_TABLE, DECAYS);
  for (let i = 0; i < DECAYS; i++) decays[i] = Math.exp(-i / DECAY_STEPS);
  kernel = opened;
  return opened;
}

/** Where a sensor's pattern begins in a row, so that rows differ; below `PATTERN_SAMPLES`. */
export const patternStart = (hashed: number): number => hashed & (PATTERN_SAMPLES - 1);

/** A sensor's pattern noise, standard normal: as many values as may follow a row's start. */
export const sensorPattern = (sensorSeed: number): Float32Array => normalPattern(sensorSeed, PATTERN_BITS);

/**
 * Exposes rows of gathered light to the sensor and develops them.
 *
 * @param light cd·s/m², linear sRGB interleaved, `3 * width * rows` samples.
 * @param starts By row: where the sensor's pattern begins in it.
 * @param out 8-bit sRGB interleaved, overwritten.
 * @throws RangeError for rows longer than the pattern.
 */
export function exposeRows(
  constants: FrameConstants,
  { width, firstRow, rows, lift }: Band,
  frameSeed: number,
  starts: readonly number[],
  light: Float32Array,
  out: Uint8Array,
): void {
  const rowSamples = 3 * width;
  if (rowSamples + PADDING > PATTERN_SAMPLES)
    throw new RangeError(`a row has at most ${Math.floor((PATTERN_SAMPLES - PADDING) / 3)} pixels, got ${width}`);
  const samples = rowSamples * rows;
  const { memory, setFrame, exposeRow } = openKernel();
  const liftAt = BAND + 4 * (samples + PADDING);
  const outAt = liftAt + 4 * (samples + PADDING);
  growTo(memory, outAt + samples + PADDING);
  const { buffer } = memory;
  setConstants(buffer, constants);
  new Float32Array(buffer, BAND, samples).set(light.subarray(0, samples));
  const lifts = new Float32Array(buffer, liftAt, samples).fill(1);
  if (lift) for (let sample = 0; sample < samples; sample++) lifts[sample] = lift[(sample / 3) | 0]!;
  setFrame(CONSTANTS);
  for (let row = 0; row < rows; row++) {
    const from = row * rowSamples;
    exposeRow(BAND + 4 * from, liftAt + 4 * from, outAt + from, width, frameSeed, firstRow + row, starts[row]!);
  }
  out.set(new Uint8Array(buffer, outAt, samples));
}

/** In the order in which the kernel reads them. */
function setConstants(buffer: ArrayBuffer, constants: FrameConstants): void {
  const { toElectrons, patternScale, darkElectrons, readNoise, noiseScale, codesPerElectron, tables, whitensFrom } =
    constants;
  const lanes = Array.from({ length: 12 }, (_, lane) => toElectrons[lane % 3]!);
  const numbers = [patternScale, darkElectrons, readNoise ** 2, noiseScale, readNoise, codesPerElectron];
  const values = lanes.concat(numbers, tables[0]!.length - 1);
  new Float32Array(buffer, CONSTANTS).set(values);
  const pointers = [QUANTILES, DECAY_TABLE, PATTERN, TABLES, TABLES + MOST_CODES, TABLES + 2 * MOST_CODES, whitensFrom];
  new Uint32Array(buffer, CONSTANTS + 4 * values.length).set(pointers);
  tables.forEach((table, channel) => {
    new Uint8Array(buffer, TABLES + channel * MOST_CODES).set(table);
  });
  if (patternSeed === constants.sensorSeed) return;
  const pattern = sensorPattern(constants.sensorSeed);
  new Float32Array(buffer, PATTERN).set(pattern);
  new Float32Array(buffer, PATTERN + 4 * PATTERN_SAMPLES).set(pattern);
  patternSeed = constants.sensorSeed;
}
