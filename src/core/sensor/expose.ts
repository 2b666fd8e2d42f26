import type { Lens } from "../optics";
import { encodeSrgb } from "../picture/srgb";
import { hash32, nextBits, normalFromBits, normalPattern } from "../random";
import type { HotSample } from "./hotPixels";
import { darkCurrent, darkCurrentFactor, electronsPerLuminanceSecond, fullWell, readNoise } from "./response";
import { colourResponse } from "./whiteBalance";

/** How a frame is exposed and developed. */
export interface ExposureRequest {
  readonly lens: Lens;
  readonly shutterSeconds: number;
  readonly iso: number;
  /** Share of the light that filters let pass. */
  readonly transmission: number;
  readonly kelvin: number;
  readonly sensorCelsius: number;
  /** Which sensor: fixes PRNU. */
  readonly sensorSeed: number;
  /** Which frame: fixes the random noise. */
  readonly frameSeed: number;
  /** Output pixels are means of this many sensor pixels; 1 at full size. */
  readonly sensorPixelsPerPixel: number;
}

/** A band of rows of one frame. */
export interface Band {
  readonly width: number;
  readonly firstRow: number;
  readonly rows: number;
}

/** Below this many electrons the shot noise's skew matters and each count is drawn from Poisson's distribution. */
const POISSON_BELOW = 6;

const PATTERN_BITS = 16;
const PATTERN_MASK = (1 << PATTERN_BITS) - 1;
let patternOfSensor: { readonly seed: number; readonly values: Float32Array } | undefined;

/** The sensor's pattern noise, kept from one band to the next. */
function patternNoise(seed: number): Float32Array {
  if (patternOfSensor?.seed !== seed) patternOfSensor = { seed, values: normalPattern(seed, PATTERN_BITS) };
  return patternOfSensor.values;
}

/** Draws electrons for a small mean by multiplying uniforms. @see Knuth, TAOCP vol. 2, 3.4.1 */
function poisson(mean: number, seed: number): number {
  const limit = Math.exp(-mean);
  let bits = seed;
  let product = 1;
  let electrons = -1;
  do {
    bits = nextBits(bits);
    product *= bits / 0x1_0000_0000;
    electrons++;
  } while (product > limit);
  return electrons;
}

/** Tables of the last few white balances: one is asked for with every band of a frame. */
const developTables = new Map<string, Uint8Array>();
const MOST_TABLES = 12;

/** Display code 0 to 255 for every 12-bit (or other) raw code, per channel. */
function developTable(bits: number, gain: number): Uint8Array {
  const key = `${bits} ${gain}`;
  const known = developTables.get(key);
  if (known) return known;
  const top = 2 ** bits - 1;
  const table = Uint8Array.from({ length: top + 1 }, (_, raw) =>
    Math.round(255 * encodeSrgb(Math.min(1, (raw / top) * gain))),
  );
  developTables.set(key, table);
  for (const oldest of [...developTables.keys()].slice(0, -MOST_TABLES)) developTables.delete(oldest);
  return table;
}

/**
 * Exposes a band of gathered light to the sensor and develops it: shot noise, dark current, read noise, PRNU, hot
 * pixels, clipping, quantisation, white balance, sRGB.
 *
 * The sensor is taken to see all three colours in every pixel (no colour filter mosaic), so noise is not correlated
 * between neighbours. Deterministic: the same seeds give the same bytes, however the frame is cut into bands.
 *
 * @param light cd·s/m² gathered, linear sRGB interleaved, `3 * width * rows` samples; only read.
 * @param hot Hot samples in output pixels; those outside of the band are passed over.
 * @param out 8-bit sRGB interleaved, same length as `light`, overwritten.
 * @throws RangeError when a length does not fit the band.
 */
export function exposeBand(
  request: ExposureRequest,
  band: Band,
  light: Float32Array,
  hot: readonly HotSample[],
  out: Uint8Array,
): void {
  const { lens, shutterSeconds, iso, transmission, kelvin, sensorCelsius, sensorSeed, frameSeed } = request;
  const { width, firstRow, rows } = band;
  const sampleCount = 3 * width * rows;
  if (light.length < sampleCount || out.length < sampleCount) {
    throw new RangeError(
      `band needs ${sampleCount} samples, got ${light.length} of light and ${out.length} for output`,
    );
  }
  const well = fullWell(lens, iso);
  const darkElectrons = darkCurrent(lens, sensorCelsius) * shutterSeconds;
  const readVariance = readNoise(lens, iso) ** 2;
  const perLight = electronsPerLuminanceSecond(lens, transmission);
  const { sensitivity, gains } = colourResponse(kelvin);
  const tables = gains.map((gain) => developTable(lens.bits, gain));
  const topCode = 2 ** lens.bits - 1;
  const codesPerElectron = topCode / well;
  const noiseScale = 1 / Math.sqrt(request.sensorPixelsPerPixel);
  const patternScale = lens.prnu * noiseScale;
  const pattern = patternNoise(sensorSeed);
  const readNoiseElectrons = Math.sqrt(readVariance);

  const warmth = darkCurrentFactor(sensorCelsius);
  const hotInBand = new Map<number, number>();
  for (const sample of hot) {
    if (sample.y < firstRow || sample.y >= firstRow + rows) continue;
    const index = ((sample.y - firstRow) * width + sample.x) * 3 + sample.channel;
    hotInBand.set(index, warmth * sample.electronsPerSecond);
  }

  for (let channel = 0; channel < 3; channel++) {
    const toElectrons = perLight * sensitivity[channel]!;
    const table = tables[channel]!;
    for (let row = 0; row < rows; row++) {
      let bits = hash32(frameSeed, firstRow + row, channel + 1) | 1;
      const patternOffset = hash32(sensorSeed, firstRow + row, channel);
      let index = row * width * 3 + channel;
      for (let x = 0; x < width; x++, index += 3) {
        bits ^= bits << 13;
        bits ^= bits >>> 17;
        bits ^= bits << 5;
        const signal = light[index]! * toElectrons;
        const mean = signal * (1 + patternScale * pattern[(patternOffset + x) & PATTERN_MASK]!);
        const gathered = mean + darkElectrons;
        let electrons: number;
        if (gathered > POISSON_BELOW || noiseScale !== 1) {
          electrons = mean + noiseScale * Math.sqrt(gathered + readVariance) * normalFromBits(bits >>> 0);
        } else {
          const shot = poisson(gathered, (bits ^ 0x5bd1e995) >>> 0 || 1);
          electrons = shot - darkElectrons + readNoiseElectrons * normalFromBits(bits >>> 0);
        }
        const code = electrons * codesPerElectron + 0.5;
        out[index] = table[code < 0 ? 0 : code > topCode ? topCode : code | 0]!;
      }
    }
  }
  for (const [index, rate] of hotInBand) {
    const channel = index % 3;
    const electrons = light[index]! * perLight * sensitivity[channel]! + rate * shutterSeconds;
    out[index] = tables[channel]![Math.min(topCode, Math.round(electrons * codesPerElectron))]!;
  }
}
