import { CHART_STAR_VECTORS, CHART_STARS } from "../chart";
import { blackBodyRgb, MAGNITUDE_ZERO_LUX } from "../light";
import { FWHM_PER_SIGMA, POINT_FWHM_PX } from "../optics";
import { airmass, EXTINCTION_MAG } from "../sky";
import { DEG_PER_RAD } from "../units";
import { project, type View } from "./camera";
import type { Splat } from "./moving";
import { pointLampLuminance, seesSky } from "./renderStatic";
import type { Scene } from "./scene";
import { prepareScene } from "./shade";

/** Turning of the sky, radians a second. */
const TURNING = 15.041 / 3600 / DEG_PER_RAD;
/** Radius at which a star's image has fallen to 1/e, pixels; and how far it may move between two steps of a trail, so that none shows. */
const RADIUS_PX = (Math.SQRT2 * POINT_FWHM_PX) / FWHM_PER_SIGMA;
const STEP_PX = 0.5;
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

/** Light that the stars leave while the shutter is open; those behind something solid leave none. */
export function gatherStarLight(scene: Scene, view: View, opensSeconds: number, shutterSeconds: number): Splat[] {
  const { stars } = scene;
  if (stars === null) return [];
  const solid = prepareScene(scene);
  const sinPhi = Math.sin(stars.latitudeDeg / DEG_PER_RAD);
  const cosPhi = Math.cos(stars.latitudeDeg / DEG_PER_RAD);
  const sinA = Math.sin(stars.azimuthDeg / DEG_PER_RAD);
  const cosA = Math.cos(stars.azimuthDeg / DEG_PER_RAD);
  const steps = Math.max(1, Math.ceil((TURNING * shutterSeconds * view.focalPx) / STEP_PX));
  const splats: Splat[] = [];
  for (let step = 0; step < steps; step++) {
    const time = opensSeconds + ((step + 0.5) / steps) * shutterSeconds;
    const sidereal = stars.siderealHours / HOURS_PER_RAD + TURNING * time;
    const sinT = Math.sin(sidereal);
    const cosT = Math.cos(sidereal);
    STARS.forEach(({ lux, colour }, star) => {
      const x = CHART_STAR_VECTORS[3 * star]!;
      const y = CHART_STAR_VECTORS[3 * star + 1]!;
      const sinDelta = CHART_STAR_VECTORS[3 * star + 2]!;
      // Towards the meridian and to the west of it, both on the equator; then up, north and east.
      const toMeridian = x * cosT + y * sinT;
      const toWest = x * sinT - y * cosT;
      const up = sinDelta * sinPhi + toMeridian * cosPhi;
      if (up <= 0) return;
      const north = sinDelta * cosPhi - toMeridian * sinPhi;
      const right = -toWest * cosA - north * sinA;
      const ahead = north * cosA - toWest * sinA;
      const at = project(view, [right * FAR_METRES, up * FAR_METRES, ahead * FAR_METRES]);
      if (!at || at.x < 0 || at.x > view.width || at.y < 0 || at.y > view.height) return;
      if (!seesSky(solid, view.heightMetres, right, up, ahead)) return;
      const arriving = lux * 10 ** (-0.4 * EXTINCTION_MAG * airmass(Math.asin(Math.min(1, up)) * DEG_PER_RAD));
      const light = (pointLampLuminance(view, arriving, 1) * shutterSeconds) / steps;
      splats.push({ x: at.x, y: at.y, radius: RADIUS_PX, light, colour });
    });
  }
  return splats;
}
