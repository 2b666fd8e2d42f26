import { blackBodyRgb, MAGNITUDE_ZERO_LUX } from "../light";
import { hashUnit } from "../random";
import { airmass, EXTINCTION_MAG, SHOWERS, type Shower, showerZhr, solarLongitude } from "../sky";
import { DEG_PER_RAD, SECONDS_PER_HOUR } from "../units";
import { projectFromCamera, type View } from "./camera";
import { pointLampLuminance } from "./drawLamps";
import type { Scene, StarSky } from "./scene";
import { BEHIND_ALL, directionsAt, FAR_METRES, HOURS_PER_RAD, RADIUS_PX, type StarDirection, TURNING } from "./stars";
import type { Streak } from "./streaks";

/** A zenithal hourly rate counts what one watcher sees: a cap of so many degrees about where he looks. @see IMO handbook (2014) */
const WATCHED_CAP_DEG = 52.5;
const WATCHED_SR = 2 * Math.PI * (1 - Math.cos(WATCHED_CAP_DEG / DEG_PER_RAD));
/** The rate holds down to this magnitude. */
const FAINTEST = 6.5;
/** A meteor lights up about so high and goes out so much lower, km. @see Ceplecha et al., Space Sci. Rev. 84 (1998), 327, table XI */
const HEIGHT_KM = 98;
const FALL_KM = 14;
/** One that grazes goes no farther, km. */
const LONGEST_KM = 60;
const KELVIN = 6500;
const COLOUR = blackBodyRgb(KELVIN);
/** How long one of middling speed burns, seconds: `FALL_KM` at 35 km/s under a slanting way. */
const BURNS_SECONDS = 0.5;
/** Not seen from nearer to the horizon, degrees. */
const LOWEST_DEG = 5;

/** The strongest shower of an instant with its rate overhead. */
function showerAt(atMs: number): { readonly shower: Shower; readonly zhr: number } {
  const longitude = solarLongitude(new Date(atMs));
  return SHOWERS.map((shower) => ({ shower, zhr: showerZhr(shower, longitude) })).reduce((a, b) =>
    b.zhr > a.zhr ? b : a,
  );
}

const radiantVector = ({ raDeg, decDeg }: Shower): Float64Array => {
  const [ra, dec] = [raDeg / DEG_PER_RAD, decDeg / DEG_PER_RAD];
  return Float64Array.of(Math.cos(dec) * Math.cos(ra), Math.cos(dec) * Math.sin(ra), Math.sin(dec));
};

const cross = (a: StarDirection, b: StarDirection): StarDirection => [
  a[1] * b[2] - a[2] * b[1],
  a[2] * b[0] - a[0] * b[2],
  a[0] * b[1] - a[1] * b[0],
];

/** From a direction so many radians farther away from the radiant, along the great circle. */
function awayFrom(radiant: StarDirection, from: StarDirection, radians: number): StarDirection {
  const normal = cross(radiant, from);
  const size = Math.hypot(...normal);
  const ahead = cross([normal[0] / size, normal[1] / size, normal[2] / size], from);
  const [c, s] = [Math.cos(radians), Math.sin(radians)];
  return [from[0] * c + ahead[0] * s, from[1] * c + ahead[1] * s, from[2] * c + ahead[2] * s];
}

/** A meteor, and how bright it is. */
export interface Meteor {
  readonly from: StarDirection;
  readonly to: StarDirection;
  readonly magnitude: number;
}

/**
 * The meteors of the date's strongest shower over the whole sky that light up in a stretch of scene time: as many as its rate
 * and the radiant's height give, the same each time, their magnitudes by its population index.
 *
 * @see IMO, Handbook for Meteor Observers (2014): n ∝ ZHR · sin h, N(m + 1) = r · N(m).
 */
export function meteorsIn(stars: StarSky, opensSeconds: number, shutterSeconds: number): Meteor[] {
  const { shower, zhr } = showerAt(stars.atMs);
  const vector = radiantVector(shower);
  const found: Meteor[] = [];
  for (let second = Math.floor(opensSeconds); second < opensSeconds + shutterSeconds; second++) {
    const draw = (channel: number) => hashUnit(second, channel, Math.round(stars.atMs / 1000));
    const at = second + draw(0);
    if (at < opensSeconds || at >= opensSeconds + shutterSeconds) continue;
    const radiant = directionsAt(stars, vector, stars.siderealHours / HOURS_PER_RAD + TURNING * at)(0);
    if (!radiant) continue;
    // Over the half sphere, of which the watched cap is a part; more than one a second there is in no shower of the list.
    const perSecond = (zhr * radiant[1] * 2 * Math.PI) / WATCHED_SR / SECONDS_PER_HOUR;
    if (draw(1) >= perSecond) continue;
    const up = draw(2);
    const turn = 2 * Math.PI * draw(3);
    const level = Math.sqrt(1 - up * up);
    const from: StarDirection = [level * Math.sin(turn), up, level * Math.cos(turn)];
    if (up < Math.sin(LOWEST_DEG / DEG_PER_RAD)) continue;
    const apart = Math.acos(
      Math.max(-1, Math.min(1, from[0] * radiant[0] + from[1] * radiant[1] + from[2] * radiant[2])),
    );
    const lengthKm = Math.min(LONGEST_KM, FALL_KM / Math.max(radiant[1], FALL_KM / LONGEST_KM));
    const radians = (lengthKm * Math.sin(apart) * up) / HEIGHT_KM;
    const magnitude = FAINTEST + Math.log(draw(4)) / Math.log(shower.populationIndex);
    found.push({ from, to: awayFrom(radiant, from, radians), magnitude });
  }
  return found;
}

/** Light that meteors leave while the shutter is open. */
export function gatherMeteorLight(
  { stars }: Scene,
  view: View,
  opensSeconds: number,
  shutterSeconds: number,
): Streak[] {
  if (stars === null) return [];
  const seen = ([right, up, ahead]: StarDirection) =>
    projectFromCamera(view, [right * FAR_METRES, up * FAR_METRES, ahead * FAR_METRES]);
  return meteorsIn(stars, opensSeconds, shutterSeconds).flatMap(({ from, to, magnitude }) => {
    const [start, end] = [seen(from), seen(to)];
    if (!start || !end) return [];
    const dimming = EXTINCTION_MAG * airmass(Math.asin(Math.min(1, from[1])) * DEG_PER_RAD);
    const arriving = MAGNITUDE_ZERO_LUX * 10 ** (-0.4 * (magnitude + dimming));
    const light = pointLampLuminance(view, arriving, 1) * BURNS_SECONDS;
    return [
      { x0: start.x, y0: start.y, x1: end.x, y1: end.y, radius: RADIUS_PX, light, colour: COLOUR, ...BEHIND_ALL },
    ];
  });
}
