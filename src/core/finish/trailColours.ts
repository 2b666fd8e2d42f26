import { boxMean, type Plane } from "./guided";
import { rising } from "./memberships";
import type { LightPicture } from "./picture";

// White trails are lamps that were too bright for the sensor; what they were like is left at their edges, where light was less.

/** Colours that trails have about each place of a small picture: shares of red, green and blue of their light. */
export type TrailColours = readonly [Plane, Plane, Plane];

/** Colours are looked for about a place within so much of the longer side, then four times as far each time; all distances count, the nearest most. */
const NEAR_SHARE = 1 / 160;
const TIMES_FARTHER = 4;
const DISTANCES = 4;
/** A channel that is brighter tells no colour, one in a darker pixel little. */
const TELLS = { upTo: 0.9, from: 0.004 } as const;
/** What each distance farther counts beside the one before. */
const FARTHER_COUNTS = 0.05;

/**
 * Finds what colours trails have about each place.
 *
 * @param trails Each pixel's part in them.
 * @returns null where no trail tells a colour.
 */
export function trailColours(
  { width, height, red, green, blue }: LightPicture,
  trails: Float32Array,
): TrailColours | null {
  const planes = [red, green, blue];
  const weights = trails.map((part, at) => {
    const most = Math.max(red[at]!, green[at]!, blue[at]!);
    return most > TELLS.upTo || most < TELLS.from ? 0 : part;
  });
  if (!weights.some((weight) => weight > 0)) return null;
  const colours = planes.map(() => new Float32Array(weights.length)) as [Float32Array, Float32Array, Float32Array];
  for (let step = 0; step < DISTANCES; step++) {
    const radius = Math.max(1, Math.round(NEAR_SHARE * Math.max(width, height) * TIMES_FARTHER ** step));
    // Twice, so that what lies farther counts less and less.
    const mean = (values: Float32Array) => boxMean(boxMean({ width, height, values }, radius), radius).values;
    for (const [channel, colour] of colours.entries()) {
      const sums = mean(planes[channel]!.map((value, at) => weights[at]! * value));
      for (let at = 0; at < colour.length; at++) colour[at] = colour[at]! + FARTHER_COUNTS ** step * sums[at]!;
    }
  }
  for (let at = 0; at < weights.length; at++) {
    const all = colours[0][at]! + colours[1][at]! + colours[2][at]!;
    for (const colour of colours) colour[at] = all > 0 ? colour[at]! / all : 1 / 3;
  }
  const [r, g, b] = colours.map((values) => ({ width, height, values })) as [Plane, Plane, Plane];
  return [r, g, b];
}

/** From this much light in all channels on a place has lost its colour, all of it where it is white. */
const COLOURLESS_FROM = 0.6;

/** Which part of a pixel's colour is lost. */
export const lostColour = (red: number, green: number, blue: number): number =>
  rising(COLOURLESS_FROM, 0.98, Math.min(red, green, blue));
