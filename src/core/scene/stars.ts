import { CHART_STAR_VECTORS, CHART_STARS } from "../chart";
import { blackBodyRgb, MAGNITUDE_ZERO_LUX } from "../light";
import { FWHM_PER_SIGMA, POINT_FWHM_PX } from "../optics";
import { airmass, EXTINCTION_MAG } from "../sky";
import { DEG_PER_RAD } from "../units";
import { type Projected, project, type View } from "./camera";
import { pointLampLuminance, seesSky } from "./renderStatic";
import type { Scene, StarSky } from "./scene";
import { prepareScene } from "./shade";
import type { Streak } from "./streaks";

/** Turning of the sky, radians a second. */
const TURNING = 15.041 / 3600 / DEG_PER_RAD;
/** Radius at which a star's image has fallen to 1/e, pixels. */
const RADIUS_PX = (Math.SQRT2 * POINT_FWHM_PX) / FWHM_PER_SIGMA;
/** A trail is drawn in straight pieces of so much turning: a thousand pixels from the pole they leave the arc by a twentieth of one. */
const PIECE_RAD = 0.02;
const FAR_METRES = 1e6;
const HOURS_PER_RAD = 12 / Math.PI;

/** Illuminance by a star outside of the atmosphere, lux. */
const illuminanceOf = (magnitude: number): number => MAGNITUDE_ZERO_LUX * 10 ** (-0.4 * magnitude);

/** Temperature of a star by its index B-V, kelvin. @see Ballesteros, EPL 97 (2012), 34008, eq. 14 */
const kelvinOf = (index: number): number => 4600 * (1 / (0.92 * index + 1.7) + 1 / (0.92 * index + 0.62));

const STARS = CHART_STARS.map(({ magnitude, colourIndex }) => ({
  lux: illuminanceOf(magnitude),
  colour: blackBodyRgb(kelvinOf(colourIndex)),
}));

/** Where a star stands: to the right of where the camera looks, up, and ahead; null below the horizon. */
type StarDirection = readonly [right: number, up: number, ahead: number];

/** Directions of the sky's points from a place at a sidereal time. */
function directionsAt({ latitudeDeg, azimuthDeg }: StarSky, sidereal: number) {
  const sinPhi = Math.sin(latitudeDeg / DEG_PER_RAD);
  const cosPhi = Math.cos(latitudeDeg / DEG_PER_RAD);
  const sinA = Math.sin(azimuthDeg / DEG_PER_RAD);
  const cosA = Math.cos(azimuthDeg / DEG_PER_RAD);
  const sinT = Math.sin(sidereal);
  const cosT = Math.cos(sidereal);
  return (star: number): StarDirection | null => {
    const x = CHART_STAR_VECTORS[3 * star]!;
    const y = CHART_STAR_VECTORS[3 * star + 1]!;
    const sinDelta = CHART_STAR_VECTORS[3 * star + 2]!;
    // Towards the meridian and to the west of it, both on the equator; then up, north and east.
    const toMeridian = x * cosT + y * sinT;
    const toWest = x * sinT - y * cosT;
    const up = sinDelta * sinPhi + toMeridian * cosPhi;
    if (up <= 0) return null;
    const north = sinDelta * cosPhi - toMeridian * sinPhi;
    return [-toWest * cosA - north * sinA, up, north * cosA - toWest * sinA];
  };
}

/** Light that the stars leave while the shutter is open; those behind something solid leave none. */
export function gatherStarLight(scene: Scene, view: View, opensSeconds: number, shutterSeconds: number): Streak[] {
  const { stars } = scene;
  if (stars === null) return [];
  const solid = prepareScene(scene);
  const pieces = Math.max(1, Math.ceil((TURNING * shutterSeconds) / PIECE_RAD));
  const pieceSeconds = shutterSeconds / pieces;
  const siderealAt = (seconds: number) => stars.siderealHours / HOURS_PER_RAD + TURNING * seconds;
  const seen = ([right, up, ahead]: StarDirection) =>
    project(view, [right * FAR_METRES, up * FAR_METRES, ahead * FAR_METRES]);
  const inPicture = (at: Projected) => at.x >= 0 && at.x <= view.width && at.y >= 0 && at.y <= view.height;
  const streaks: Streak[] = [];
  for (let piece = 0; piece < pieces; piece++) {
    const begins = directionsAt(stars, siderealAt(opensSeconds + piece * pieceSeconds));
    const ends = directionsAt(stars, siderealAt(opensSeconds + (piece + 1) * pieceSeconds));
    STARS.forEach(({ lux, colour }, star) => {
      const from = begins(star);
      const to = ends(star);
      if (!from || !to) return;
      const start = seen(from);
      const end = seen(to);
      if (!start || !end || !(inPicture(start) || inPicture(end))) return;
      const [right, up, ahead] = from.map((each, axis) => (each + to[axis]!) / 2) as [number, number, number];
      if (!seesSky(solid, view.heightMetres, right, up, ahead)) return;
      const arriving = lux * 10 ** (-0.4 * EXTINCTION_MAG * airmass(Math.asin(Math.min(1, up)) * DEG_PER_RAD));
      const light = pointLampLuminance(view, arriving, 1) * pieceSeconds;
      streaks.push({ x0: start.x, y0: start.y, x1: end.x, y1: end.y, radius: RADIUS_PX, light, colour });
    });
  }
  return streaks;
}
