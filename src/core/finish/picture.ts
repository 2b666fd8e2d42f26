import { codeLights } from "../stack/lightCodes";
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
