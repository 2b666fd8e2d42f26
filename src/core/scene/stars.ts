import { CHART_STAR_VECTORS, CHART_STARS, rotationToDate } from "../chart";
import { blackBodyRgb, MAGNITUDE_ZERO_LUX } from "../light";
import { FWHM_PER_SIGMA, POINT_FWHM_PX } from "../optics";
import { airmass, EXTINCTION_MAG } from "../sky";
import { DEG_PER_RAD } from "../units";
import { type Projected, projectFromCamera, type View } from "./camera";
import { pointLampLuminance } from "./drawLamps";
import type { Scene, StarSky } from "./scene";
import type { Streak } from "./streaks";

/** Turning of the sky, radians a second. */
export const TURNING = 15.041 / 3600 / DEG_PER_RAD;
/** Radius at which a star's image has fallen to 1/e, pixels. */
export const RADIUS_PX = (Math.SQRT2 * POINT_FWHM_PX) / FWHM_PER_SIGMA;
/** Nothing stands behind them. */
export const BEHIND_ALL = { upright: 1, depthMetres: Infinity, on: "all" } as const;
/** A trail is drawn in straight pieces of so much turning: a thousand pixels from the pole they leave the arc by a twentieth of one. */
const PIECE_RAD = 0.02;
export const FAR_METRES = 1e6;
/** Hours of right ascension in a radian. */
export const HOURS_PER_RAD = 12 / Math.PI;

/** Illuminance by a star outside of the atmosphere, lux. */
const illuminanceOf = (magnitude: number): number => MAGNITUDE_ZERO_LUX * 10 ** (-0.4 * magnitude);

/** Temperature of a star by its index B-V, kelvin. @see Ballesteros, EPL 97 (2012), 34008, eq. 14 */
const kelvinOf = (index: number): number => 4600 * (1 / (0.92 * index + 1.7) + 1 / (0.92 * index + 0.62));

const STARS = CHART_STARS.map(({ magnitude, colourIndex }) => ({
  lux: illuminanceOf(magnitude),
  colour: blackBodyRgb(kelvinOf(colourIndex)),
}));

/** Where a star stands: to the right of where the camera looks, up, and ahead; null below the horizon. */
export type StarDirection = readonly [right: number, up: number, ahead: number];

let ofDate: { readonly atMs: number; readonly vectors: Float64Array } | undefined;

/** The catalogue's directions on the equator of a date; that of the last one asked for is kept. */
function vectorsOfDate(atMs: number): Float64Array {
  if (ofDate?.atMs === atMs) return ofDate.vectors;
  const turn = rotationToDate(new Date(atMs));
  const vectors = CHART_STAR_VECTORS.map((_, index) => {
    const [row, star] = [index % 3, index - (index % 3)];
    return [0, 1, 2].reduce((sum, axis) => sum + turn[3 * row + axis]! * CHART_STAR_VECTORS[star + axis]!, 0);
  });
  ofDate = { atMs, vectors };
  return vectors;
}

/** Directions of the sky's points from a place at a sidereal time. */
export function directionsAt({ latitudeDeg, azimuthDeg }: StarSky, vectors: Float64Array, sidereal: number) {
  const sinPhi = Math.sin(latitudeDeg / DEG_PER_RAD);
  const cosPhi = Math.cos(latitudeDeg / DEG_PER_RAD);
  const sinA = Math.sin(azimuthDeg / DEG_PER_RAD);
  const cosA = Math.cos(azimuthDeg / DEG_PER_RAD);
  const sinT = Math.sin(sidereal);
  const cosT = Math.cos(sidereal);
  return (star: number): StarDirection | null => {
    const x = vectors[3 * star]!;
    const y = vectors[3 * star + 1]!;
    const sinDelta = vectors[3 * star + 2]!;
    // Towards the meridian and to the west of it, both on the equator; then up, north and east.
    const toMeridian = x * cosT + y * sinT;
    const toWest = x * sinT - y * cosT;
    const up = sinDelta * sinPhi + toMeridian * cosPhi;
    if (up <= 0) return null;
    const north = sinDelta * cosPhi - toMeridian * sinPhi;
    return [-toWest * cosA - north * sinA, up, north * cosA - toWest * sinA];
  };
}

/** Light that the stars leave while the shutter is open; what stands before them hides them as they are drawn. */
export function gatherStarLight(scene: Scene, view: View, opensSeconds: number, shutterSeconds: number): Streak[] {
  const { stars } = scene;
  if (stars === null) return [];
  const pieces = Math.max(1, Math.ceil((TURNING * shutterSeconds) / PIECE_RAD));
  const pieceSeconds = shutterSeconds / pieces;
  const siderealAt = (seconds: number) => stars.siderealHours / HOURS_PER_RAD + TURNING * seconds;
  const seen = ([right, up, ahead]: StarDirection) =>
    projectFromCamera(view, [right * FAR_METRES, up * FAR_METRES, ahead * FAR_METRES]);
  const inPicture = (at: Projected) => at.x >= 0 && at.x <= view.width && at.y >= 0 && at.y <= view.height;
  const vectors = vectorsOfDate(stars.atMs);
  const streaks: Streak[] = [];
  for (let piece = 0; piece < pieces; piece++) {
    const begins = directionsAt(stars, vectors, siderealAt(opensSeconds + piece * pieceSeconds));
    const ends = directionsAt(stars, vectors, siderealAt(opensSeconds + (piece + 1) * pieceSeconds));
    STARS.forEach(({ lux, colour }, star) => {
      const from = begins(star);
      const to = ends(star);
      if (!from || !to) return;
      const start = seen(from);
      const end = seen(to);
      if (!start || !end || !(inPicture(start) || inPicture(end))) return;
      const up = (from[1] + to[1]) / 2;
      const arriving = lux * 10 ** (-0.4 * EXTINCTION_MAG * airmass(Math.asin(Math.min(1, up)) * DEG_PER_RAD));
      const light = pointLampLuminance(view, arriving, 1) * pieceSeconds;
      streaks.push({ x0: start.x, y0: start.y, x1: end.x, y1: end.y, radius: RADIUS_PX, light, colour, ...BEHIND_ALL });
    });
  }
  return streaks;
}

/** How a star goes through the picture while a shutter is open, pixels, and where it stands on the celestial sphere. */
export interface StarWay {
  readonly x0: number;
  readonly y0: number;
  readonly x1: number;
  readonly y1: number;
  readonly declinationDeg: number;
}

/** The ways of the stars that stay within a picture, the brightest first. */
export function starWays(scene: Scene, view: View, opensSeconds: number, shutterSeconds: number): StarWay[] {
  const { stars } = scene;
  if (stars === null) return [];
  const vectors = vectorsOfDate(stars.atMs);
  const at = (seconds: number) => {
    const towards = directionsAt(stars, vectors, stars.siderealHours / HOURS_PER_RAD + TURNING * seconds);
    return (star: number): Projected | null => {
      const direction = towards(star);
      if (direction === null) return null;
      const [right, up, ahead] = direction;
      const seen = projectFromCamera(view, [right * FAR_METRES, up * FAR_METRES, ahead * FAR_METRES]);
      return seen && seen.x >= 0 && seen.x < view.width && seen.y >= 0 && seen.y < view.height ? seen : null;
    };
  };
  const [opened, closed] = [at(opensSeconds), at(opensSeconds + shutterSeconds)];
  return STARS.map(({ lux }, star) => ({ lux, star }))
    .sort((a, b) => b.lux - a.lux)
    .flatMap(({ star }) => {
      const [from, to] = [opened(star), closed(star)];
      if (!from || !to) return [];
      const declinationDeg = Math.asin(vectors[3 * star + 2]!) * DEG_PER_RAD;
      return [{ x0: from.x, y0: from.y, x1: to.x, y1: to.y, declinationDeg }];
    });
}
