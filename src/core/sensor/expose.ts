import { LastOnes } from "../lastOnes";
import type { Lens } from "../optics";
import { encodeSrgb } from "../picture/srgb";
import { hash32 } from "../random";
import { type Band, exposeRows, patternStart } from "./exposeKernel";
import type { HotSample } from "./hotPixels";
import { darkCurrent, darkCurrentFactor, electronsPerLuminanceSecond, fullWell, readNoise } from "./response";
import { colourResponse, WHITENS_FROM } from "./whiteBalance";

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

/** Tables of the last few white balances: one is asked for with every band of a frame. */
const developTables = new LastOnes<Uint8Array>(12);

/** Display code 0 to 255 for every 12-bit (or other) raw code, per channel. */
function developTable(bits: number, gain: number): Uint8Array {
  const top = 2 ** bits - 1;
  return developTables.of(`${bits} ${gain}`, () =>
    Uint8Array.from({ length: top + 1 }, (_, raw) => Math.round(255 * encodeSrgb(Math.min(1, (raw / top) * gain)))),
  );
}

/** Raw codes stay as they are. */
const NEVER_WHITENS = 256;

/** The upper and the lower byte of each raw code: two passes over the same noise give the code itself. */
const RAW_TABLES = [8, 0].map((shift) => Uint8Array.from({ length: 1 << 16 }, (_, code) => (code >> shift) & 255));

/**
 * Exposes a band of gathered light to the sensor and gives its raw codes as they are, before white balance and curve.
 *
 * @param band Its lift is not in them.
 * @param out Codes of the lens's bits, interleaved; of the same frame as `exposeBand` develops.
 * @throws RangeError when a length does not fit the band.
 */
export function exposeRawBand(
  request: ExposureRequest,
  band: Band,
  light: Float32Array,
  hot: readonly HotSample[],
  out: Uint16Array,
): void {
  const bytes = new Uint8Array(out.length);
  RAW_TABLES.forEach((table, pass) => {
    const tables = [table, table, table].map((each) => each.subarray(0, 2 ** request.lens.bits));
    exposeThrough(request, { ...band, lift: null }, light, hot, tables, NEVER_WHITENS, bytes);
    for (let at = 0; at < out.length; at++) out[at] = pass === 0 ? bytes[at]! << 8 : out[at]! | bytes[at]!;
  });
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
  const { gains } = colourResponse(request.kelvin);
  exposeThrough(
    request,
    band,
    light,
    hot,
    gains.map((gain) => developTable(request.lens.bits, gain)),
    WHITENS_FROM,
    out,
  );
}

/** Exposes a band and writes each raw code through a table of bytes. */
function exposeThrough(
  request: ExposureRequest,
  band: Band,
  light: Float32Array,
  hot: readonly HotSample[],
  tables: readonly Uint8Array[],
  whitensFrom: number,
  out: Uint8Array,
): void {
  const { lens, shutterSeconds, iso, transmission, kelvin, sensorCelsius, sensorSeed, frameSeed } = request;
  const { width, firstRow, rows, lift } = band;
  const sampleCount = 3 * width * rows;
  if (light.length < sampleCount || out.length < sampleCount) {
    throw new RangeError(
      `band needs ${sampleCount} samples, got ${light.length} of light and ${out.length} for output`,
    );
  }
  const perLight = electronsPerLuminanceSecond(lens, transmission);
  const { sensitivity } = colourResponse(kelvin);
  const topCode = 2 ** lens.bits - 1;
  const codesPerElectron = topCode / fullWell(lens, iso);
  const noiseScale = 1 / Math.sqrt(request.sensorPixelsPerPixel);
  const toElectrons = sensitivity.map((each) => perLight * each);
  const starts = Array.from({ length: rows }, (_, row) => patternStart(hash32(sensorSeed, firstRow + row)));
  const constants = {
    toElectrons,
    patternScale: lens.prnu * noiseScale,
    darkElectrons: darkCurrent(lens, sensorCelsius) * shutterSeconds,
    readNoise: readNoise(lens, iso),
    noiseScale,
    codesPerElectron,
    tables,
    whitensFrom,
    sensorSeed,
  };
  exposeRows(constants, band, frameSeed, starts, light, out);

  const warmth = darkCurrentFactor(sensorCelsius);
  for (const sample of hot) {
    if (sample.y < firstRow || sample.y >= firstRow + rows) continue;
    const { channel } = sample;
    const pixel = (sample.y - firstRow) * width + sample.x;
    const index = 3 * pixel + channel;
    const waited = warmth * sample.electronsPerSecond * shutterSeconds;
    const electrons = light[index]! * toElectrons[channel]! + waited;
    out[index] = tables[channel]![Math.min(topCode, Math.round(electrons * codesPerElectron * (lift?.[pixel] ?? 1)))]!;
  }
}
