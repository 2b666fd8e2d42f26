import { blackBodyRgb, type Rgb } from "../light";
import type { StreetLamp } from "./scene";

/** A lamp prepared for lighting: its position, and its intensity by channel. */
export interface PreparedLamp {
  readonly x: number;
  readonly y: number;
  readonly z: number;
  readonly rgb: Rgb;
}

/** Prepares lamps for `lampIlluminance`. */
export function prepareLamps(lamps: readonly StreetLamp[]): PreparedLamp[] {
  return lamps.map(({ at: [x, y, z], intensityCd, kelvin }) => {
    const [r, g, b] = blackBodyRgb(kelvin);
    return { x, y, z, rgb: [r * intensityCd, g * intensityCd, b * intensityCd] };
  });
}

/** Beyond 55 m a street lamp gives less than a tenth of the dusk sky's light and is passed over. */
const REACH_SQUARED = 55 ** 2;

/**
 * Adds the lamps' illuminance at a point with the given unit normal to `out` (three channels, lux):
 * E = I · cos θ / d², a lamp that shines evenly all around.
 */
export function addLampIlluminance(
  lamps: readonly PreparedLamp[],
  x: number,
  y: number,
  z: number,
  normal: readonly [number, number, number],
  out: Float64Array,
): void {
  for (const lamp of lamps) {
    const dx = lamp.x - x;
    const dy = lamp.y - y;
    const dz = lamp.z - z;
    const squared = dx * dx + dy * dy + dz * dz;
    if (squared > REACH_SQUARED) continue;
    const along = dx * normal[0] + dy * normal[1] + dz * normal[2];
    if (along <= 0) continue;
    const perCandela = along / (squared * Math.sqrt(squared));
    out[0]! += lamp.rgb[0] * perCandela;
    out[1]! += lamp.rgb[1] * perCandela;
    out[2]! += lamp.rgb[2] * perCandela;
  }
}
