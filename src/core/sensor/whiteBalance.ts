import { blackBodyRgb, type Rgb } from "../light";

/** What the raw channels see of an even light, relative to green: a colour filter array's usual unevenness. */
export const FILTER_ARRAY: Rgb = [0.55, 1, 0.66];
/** The light for which a sensor's speed is stated: daylight. @see ISO 12232:2019 */
const SPEED_KELVIN = 5500;

/** How a sensor sees colours, whatever its balance, and what is made of that under a white balance. */
export interface ColourResponse {
  /** What each raw channel sees of linear sRGB light of that channel: 1 for the strongest channel of daylight. */
  readonly sensitivity: Rgb;
  /** Gains that make neutral light neutral, the least of them 1, so that clipped stays white. */
  readonly gains: Rgb;
  /** How much brighter than a meter says neutral light comes out by that: 1 unless the balance is for warm lamps. */
  readonly brightening: number;
}

/**
 * The response of a sensor, and the development for a black body of this temperature. A sensor knows no white balance: light,
 * clipping and noise are the raw channels' own, and gains come afterwards.
 *
 * @throws RangeError outside of 1,667 to 25,000 K.
 */
export function colourResponse(kelvin: number): ColourResponse {
  if (latest?.kelvin !== kelvin) latest = { kelvin, response: responseFor(kelvin) };
  return latest.response;
}

/** Frames of one run, and thousands of recipes that are tried, share one balance. */
let latest: { readonly kelvin: number; readonly response: ColourResponse } | undefined;

const scaled = ([r, g, b]: Rgb, by: number): Rgb => [r * by, g * by, b * by];
const byChannel = (a: Rgb, b: Rgb): Rgb => [a[0] * b[0], a[1] * b[1], a[2] * b[2]];

const SENSITIVITY = scaled(FILTER_ARRAY, 1 / Math.max(...byChannel(FILTER_ARRAY, blackBodyRgb(SPEED_KELVIN))));

function responseFor(kelvin: number): ColourResponse {
  const [r, g, b] = byChannel(SENSITIVITY, blackBodyRgb(kelvin));
  const brightening = Math.max(1, r, g, b);
  return { sensitivity: SENSITIVITY, gains: scaled([1 / r, 1 / g, 1 / b], brightening), brightening };
}

/** From this display code on the second strongest channel of a pixel draws the third to white. */
export const WHITENS_FROM = 238;
const TOP_CODE = 255;

/**
 * A developed colour as its highlights are rendered: where a second channel has run to white the third goes there with it, for what
 * it was is not known; without that a bright sky comes out cyan. One clipped channel keeps its colour.
 *
 * @param codes Display codes, 0 to 255.
 */
export function whitened([r, g, b]: Rgb): Rgb {
  const second = Math.max(Math.min(r, g), Math.min(Math.max(r, g), b));
  if (second <= WHITENS_FROM) return [r, g, b];
  const share = (second - WHITENS_FROM) / (TOP_CODE - WHITENS_FROM);
  const up = (code: number) => code + share * (TOP_CODE - code);
  return [up(r), up(g), up(b)];
}
