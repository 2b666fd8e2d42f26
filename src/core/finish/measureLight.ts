import { type LookOfColour, lookOf } from "./colour";
import type { LightPicture } from "./picture";

/** What a light of a picture comes to. */
export interface LightMeasure {
  /** Share of the picture, 0 to 1. */
  readonly share: number;
  /** Its darkest, middle and brightest pixels (5th, 50th and 95th of 100 by luminance), stops under white; below 0. */
  readonly darkest: number;
  readonly middle: number;
  readonly brightest: number;
  /** All its light together: linear sRGB, the mean of its pixels. */
  readonly rgb: readonly [number, number, number];
  /** What that looks like in this picture; null for black. */
  readonly looks: LookOfColour | null;
}

/** Stops of one bin of a light's histogram. */
const BIN_STOPS = 0.05;
const BINS = 400;
const QUANTILES = { darkest: 0.95, middle: 0.5, brightest: 0.05 } as const;

/** Measures a light; null where it has none of the picture. */
export function measureLight(
  { red, green, blue }: Pick<LightPicture, "red" | "green" | "blue">,
  stops: Float32Array,
  part: Float32Array,
): LightMeasure | null {
  const counts = new Float64Array(BINS);
  let [r, g, b, sum] = [0, 0, 0, 0];
  for (let at = 0; at < part.length; at++) {
    const weight = part[at]!;
    if (weight <= 0) continue;
    sum += weight;
    const bin = Math.max(0, Math.min(BINS - 1, Math.floor(-stops[at]! / BIN_STOPS)));
    counts[bin] = counts[bin]! + weight;
    r += weight * red[at]!;
    g += weight * green[at]!;
    b += weight * blue[at]!;
  }
  if (sum === 0) return null;
  const quantile = (wanted: number): number => {
    let above = 0;
    for (let bin = 0; bin < BINS; bin++) {
      above += counts[bin]!;
      if (above >= wanted * sum) return -(bin + 0.5) * BIN_STOPS;
    }
    return -BINS * BIN_STOPS;
  };
  const rgb = [r / sum, g / sum, b / sum] as const;
  return {
    share: sum / part.length,
    darkest: quantile(QUANTILES.darkest),
    middle: quantile(QUANTILES.middle),
    brightest: quantile(QUANTILES.brightest),
    rgb,
    looks: lookOf(rgb),
  };
}
