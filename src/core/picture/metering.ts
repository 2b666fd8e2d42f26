import { decodeSrgb } from "./srgb";

/** The part of a picture that a meter looks at. */
export type MeteringMode = "centre" | "matrix" | "spot";

/** Linear light of a surface at the metered level, of saturation: 0.65 · 12.5 / 78. @see ISO 12232, ISO 2720 */
const METERED_LEVEL = 0.104;
/** Least light that a reading tells apart from none. */
const LEAST_LIGHT = 1e-5;
/** Centre weighting falls to 1/e at this part of half the diagonal. */
const CENTRE_REACH = 0.45;
/** The spot is a circle over this part of half the shorter side. */
const SPOT_REACH = 0.18;
const ZONES_ACROSS = 8;
const ZONES_DOWN = 6;
/** Of larger pictures only some rows and columns are read: no meter of a phone sees as many pixels. */
const MOST_READ = 4e5;
/** Share of the zones left out at either end, so that neither a lamp nor a black corner decides. */
const TRIMMED = 0.1;

const LINEAR = Float64Array.from({ length: 256 }, (_, code) => decodeSrgb(code / 255));

/** A picture of 8-bit sRGB samples, interleaved, rows from the top. */
export interface MeteredPicture {
  readonly width: number;
  readonly height: number;
  readonly samples: Uint8Array;
}

/** Mean of the zones without the brightest and darkest ones. */
function matrixLevel(sums: Float64Array, counts: Float64Array): number {
  const levels = [...sums].map((sum, zone) => sum / Math.max(1, counts[zone]!)).sort((a, b) => a - b);
  const out = Math.floor(levels.length * TRIMMED);
  const kept = levels.slice(out, levels.length - out);
  return kept.reduce((sum, level) => sum + level, 0) / kept.length;
}

/**
 * How much brighter (+) or darker (-) than the metered level a picture came out, stops, by each way of metering:
 * log2(Y / 0.104), Y the weighted mean of linear luminance (Rec. 709). Clipped surfaces read as clipped: a reading near
 * +3.26 is a lower bound.
 *
 * @throws RangeError when the samples are not width times height pixels.
 */
export function exposureErrors({ width, height, samples }: MeteredPicture): Readonly<Record<MeteringMode, number>> {
  if (samples.length !== 3 * width * height || samples.length === 0)
    throw new RangeError(`${samples.length} samples are not ${width} x ${height} pixels`);
  const zones = ZONES_ACROSS * ZONES_DOWN;
  const zoneSums = new Float64Array(zones);
  const zoneCounts = new Float64Array(zones);
  const perSquare = -1 / (CENTRE_REACH ** 2 * ((width / 2) ** 2 + (height / 2) ** 2));
  const step = Math.max(1, Math.floor(Math.sqrt((width * height) / MOST_READ)));
  // The weight of a pixel is that of its column times that of its row.
  const across = Float64Array.from({ length: width }, (_, x) => Math.exp(perSquare * (x + 0.5 - width / 2) ** 2));
  const zoneOf = Uint8Array.from({ length: width }, (_, x) => Math.floor((x * ZONES_ACROSS) / width));
  const spotSquare = Math.max(1, (SPOT_REACH * Math.min(width, height)) / 2) ** 2;
  let centreSum = 0;
  let centreWeight = 0;
  let spotSum = 0;
  let spotCount = 0;
  for (let y = 0; y < height; y += step) {
    const down = (y + 0.5 - height / 2) ** 2;
    const rowWeight = Math.exp(perSquare * down);
    const zoneRow = ZONES_ACROSS * Math.floor((y * ZONES_DOWN) / height);
    for (let x = 0; x < width; x += step) {
      const at = 3 * (y * width + x);
      const light =
        0.2126 * LINEAR[samples[at]!]! + 0.7152 * LINEAR[samples[at + 1]!]! + 0.0722 * LINEAR[samples[at + 2]!]!;
      const square = down + (x + 0.5 - width / 2) ** 2;
      const weight = rowWeight * across[x]!;
      centreSum += weight * light;
      centreWeight += weight;
      if (square <= spotSquare) {
        spotSum += light;
        spotCount++;
      }
      const zone = zoneRow + zoneOf[x]!;
      zoneSums[zone] = zoneSums[zone]! + light;
      zoneCounts[zone] = zoneCounts[zone]! + 1;
    }
  }
  const stops = (light: number) => Math.log2(Math.max(LEAST_LIGHT, light) / METERED_LEVEL);
  return {
    centre: stops(centreSum / centreWeight),
    matrix: stops(matrixLevel(zoneSums, zoneCounts)),
    spot: stops(spotSum / Math.max(1, spotCount)),
  };
}
