import { blackBodyRgb, type Rgb } from "../light";

/** What the raw channels see of an even light, relative to green: a colour filter array's usual unevenness. */
export const FILTER_ARRAY: Rgb = [0.55, 1, 0.66];

/** How a sensor sees colours, and what is made of that, under a white balance. */
export interface ColourResponse {
  /** What each raw channel sees of linear sRGB light of that channel: 1 for the strongest channel of neutral light. */
  readonly sensitivity: Rgb;
  /** Gains that make neutral light neutral, the least of them 1, so that clipped stays white. */
  readonly gains: Rgb;
}

/**
 * The response of a sensor that is balanced for a black body of this temperature. A sensor's speed is stated for neutral light: a
 * neutral surface saturates its strongest channel at the saturation exposure, whatever the balance, and comes out as bright
 * as a meter says. @see ISO 12232:2019
 *
 * @throws RangeError outside of 1,667 to 25,000 K.
 */
export function colourResponse(kelvin: number): ColourResponse {
  if (latest?.kelvin !== kelvin) latest = { kelvin, response: responseFor(kelvin) };
  return latest.response;
}

/** Frames of one run, and thousands of recipes that are tried, share one balance. */
let latest: { readonly kelvin: number; readonly response: ColourResponse } | undefined;

function responseFor(kelvin: number): ColourResponse {
  const light = blackBodyRgb(kelvin);
  const strongest = Math.max(...([0, 1, 2] as const).map((channel) => FILTER_ARRAY[channel] * light[channel]));
  const sensitivity = FILTER_ARRAY.map((share) => share / strongest) as unknown as Rgb;
  const gain = (channel: 0 | 1 | 2) => 1 / (sensitivity[channel] * light[channel]);
  return { sensitivity, gains: [gain(0), gain(1), gain(2)] };
}
