import { codeLights, codeOfLight } from "../stack/lightCodes";
import { LUMINANCE } from "./colour";

/** A picture's linear light, a plane for each channel, 1 for white. */
export interface LightPicture {
  readonly width: number;
  readonly height: number;
  readonly red: Float32Array;
  readonly green: Float32Array;
  readonly blue: Float32Array;
}

/** The light of interleaved 16-bit sRGB codes. @throws RangeError when they are not width times height pixels. */
export function lightOfCodes(codes: Uint16Array, width: number, height: number): LightPicture {
  const pixels = width * height;
  if (codes.length !== 3 * pixels || pixels === 0)
    throw new RangeError(`${codes.length} codes are not ${width} x ${height} pixels`);
  const lights = codeLights();
  const planes = [new Float32Array(pixels), new Float32Array(pixels), new Float32Array(pixels)] as const;
  for (let at = 0, from = 0; at < pixels; at++) for (const plane of planes) plane[at] = lights[codes[from++]!]!;
  const [red, green, blue] = planes;
  return { width, height, red, green, blue };
}

/** Light so far under white counts as none where stops are taken of it: deeper than any phone's noise. */
export const FLOOR_STOPS = -14;
const FLOOR = 2 ** FLOOR_STOPS;

/** Stops under white of linear light. */
export const stopsOf = (light: number): number => Math.log2(Math.max(0, light) + FLOOR);

/** Each pixel's luminance in stops under white, below 0. */
export function stopsPlane({ width, height, red, green, blue }: LightPicture) {
  const [r, g, b] = LUMINANCE;
  return { width, height, values: red.map((value, at) => stopsOf(r * value + g * green[at]! + b * blue[at]!)) };
}

/** A picture of interleaved 16-bit sRGB codes. */
export interface CodedPicture {
  readonly width: number;
  readonly height: number;
  readonly samples: Uint16Array;
}

/** A small copy, each pixel the mean of the light that falls into it; its longer edge has at most `edgePx`. */
export function reduced({ width, height, samples }: CodedPicture, edgePx: number): CodedPicture {
  const scale = Math.min(1, edgePx / Math.max(width, height));
  if (scale === 1) return { width, height, samples: samples.slice() };
  const size = { width: Math.max(1, Math.round(width * scale)), height: Math.max(1, Math.round(height * scale)) };
  const lights = codeLights();
  const columns = Int32Array.from({ length: width }, (_, x) => 3 * Math.floor((x * size.width) / width));
  const sums = new Float64Array(3 * size.width);
  const counts = new Uint32Array(size.width);
  const out = new Uint16Array(3 * size.width * size.height);
  for (let y = 0, from = 0; y < height; y++) {
    for (let x = 0; x < width; x++) {
      const at = columns[x]!;
      counts[at / 3] = counts[at / 3]! + 1;
      sums[at] = sums[at]! + lights[samples[from]!]!;
      sums[at + 1] = sums[at + 1]! + lights[samples[from + 1]!]!;
      sums[at + 2] = sums[at + 2]! + lights[samples[from + 2]!]!;
      from += 3;
    }
    const row = Math.floor((y * size.height) / height);
    if (y + 1 < height && Math.floor(((y + 1) * size.height) / height) === row) continue;
    for (let at = 0; at < sums.length; at++)
      out[3 * row * size.width + at] = codeOfLight(sums[at]! / counts[Math.floor(at / 3)]!);
    sums.fill(0);
    counts.fill(0);
  }
  return { ...size, samples: out };
}
