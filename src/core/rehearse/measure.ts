import { decodeSrgb } from "../picture";
import type { Stage } from "../scene";
import { placeLevel } from "./placeLevel";

/** Linear light of a surface at the metered level, of saturation: 0.65 · 12.5 / 78. @see ISO 12232, ISO 2720 */
const METERED_LEVEL = (0.65 * 12.5) / 78;
const LINEAR = Float64Array.from({ length: 256 }, (_, code) => decodeSrgb(code / 255));

/** What a picture of a stage says of its lights by itself. */
export interface MeasuredPicture {
  /** What stands in the place, over (+) or under (-) the meter's level, stops. */
  readonly placeStops: number;
  /** The sky in it; null where there is none. */
  readonly skyStops: number | null;
}

/** The sky is measured where the camera is aimed, as it is promised there: so far above and below, of the height. */
const AIMED = 0.2;
/** Least part of a picture that is taken for a sky. */
const LEAST_SKY = 0.03;
/** Less light than this is none, of saturation. */
const LEAST_LIGHT = 1e-5;

const stops = (level: number): number => Math.log2(Math.max(LEAST_LIGHT, level) / METERED_LEVEL);

const middleOf = (values: number[]): number => values.sort((a, b) => a - b)[values.length >> 1]!;

/** Measures a developed picture of a stage: its place by lightness, its sky by its middle where it is aimed, which no lamp's glow decides. */
export function measurePicture(
  { view: { width, height, centreY }, still: { depth } }: Stage,
  data: Uint8Array,
): MeasuredPicture {
  const light = (pixel: number) =>
    0.2126 * LINEAR[data[3 * pixel]!]! +
    0.7152 * LINEAR[data[3 * pixel + 1]!]! +
    0.0722 * LINEAR[data[3 * pixel + 2]!]!;
  const sky: number[] = [];
  const aside = AIMED * height;
  const from = width * Math.max(0, Math.floor(centreY - aside));
  const to = Math.min(depth.length, width * Math.ceil(centreY + aside));
  for (let pixel = from; pixel < to; pixel++) {
    if (Number.isFinite(depth[pixel]!)) continue;
    sky.push(light(pixel));
  }
  return {
    placeStops: stops(placeLevel(light, depth)),
    skyStops: sky.length > LEAST_SKY * depth.length ? stops(middleOf(sky)) : null,
  };
}
