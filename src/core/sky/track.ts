import { Body, GeoMoon, GeoVector, MakeTime, RotateVector, Rotation_EQJ_EQD, SiderealTime } from "astronomy-engine";
import { DEG_PER_RAD, MS_PER_SECOND, SECONDS_PER_HOUR } from "../units";
import type { Coordinates, HorizontalPosition } from "./place";

/**
 * Where sun and moon stand over a span of time, tabulated once so that thousands of instants cost next to nothing:
 * geocentric apparent vectors, equator of date, AU, every `stepMs` from one step before `beginMs` to two after its end.
 */
export interface SkyTrack {
  readonly beginMs: number;
  readonly stepMs: number;
  readonly sun: Float64Array;
  readonly moon: Float64Array;
  /** Greenwich apparent sidereal time at `beginMs`, hours. */
  readonly siderealHours: number;
}

/** The moon with its light. */
export interface MoonState extends HorizontalPosition {
  /** 0 at full moon, 180 at new moon; geocentric. */
  readonly phaseAngleDeg: number;
  /** 0 to 1, geocentric, the usual almanac value. */
  readonly illuminatedFraction: number;
  /** Half the disc's apparent width as seen from the place. */
  readonly semidiameterDeg: number;
}

const HOUR_MS = MS_PER_SECOND * SECONDS_PER_HOUR;
/** Sidereal hours in a solar hour. */
const SIDEREAL_RATE = 1.00273790935;
const KM_PER_AU = 149_597_870.69098932;
/** WGS 84. */
const EARTH_RADIUS_AU = 6378.137 / KM_PER_AU;
const EARTH_POLAR_SHARE = 1 - 1 / 298.257223563;
const MOON_RADIUS_AU = 1737.4 / KM_PER_AU;

/**
 * Tabulates sun and moon from `begin` to `end`. With the usual step of an hour, interpolated places differ from the
 * ephemeris by less than 2 arcseconds; over a year the sidereal time drifts by up to 1.2 s of nutation.
 */
export function trackSky(begin: Date, end: Date, stepMs = HOUR_MS): SkyTrack {
  const beginMs = begin.getTime();
  const nodes = Math.ceil((end.getTime() - beginMs) / stepMs) + 4;
  const sun = new Float64Array(3 * nodes);
  const moon = new Float64Array(3 * nodes);
  for (let node = 0; node < nodes; node++) {
    const time = MakeTime(new Date(beginMs + (node - 1) * stepMs));
    const toDate = Rotation_EQJ_EQD(time);
    const s = RotateVector(toDate, GeoVector(Body.Sun, time, true));
    const m = RotateVector(toDate, GeoMoon(time));
    sun.set([s.x, s.y, s.z], 3 * node);
    moon.set([m.x, m.y, m.z], 3 * node);
  }
  return { beginMs, stepMs, sun, moon, siderealHours: SiderealTime(MakeTime(begin)) };
}

/** Local apparent sidereal time, hours 0 to 24. */
export function localSiderealHours(track: SkyTrack, { longitudeDeg }: Coordinates, atMs: number): number {
  const hours = track.siderealHours + ((atMs - track.beginMs) / HOUR_MS) * SIDEREAL_RATE + longitudeDeg / 15;
  return ((hours % 24) + 24) % 24;
}

/** Interpolates one component with the cubic through four nodes. @see Meeus, Astronomical Algorithms (1998), chapter 3 */
function component(table: Float64Array, node: number, t: number, axis: 0 | 1 | 2): number {
  const at = 3 * node + axis;
  const a = table[at - 3]!;
  const b = table[at]!;
  const c = table[at + 3]!;
  const d = table[at + 6]!;
  const u = t + 1;
  const v = t - 1;
  const w = t - 2;
  return (-t * v * w * a) / 6 + (u * v * w * b) / 2 - (u * t * w * c) / 2 + (u * t * v * d) / 6;
}

interface Vector {
  x: number;
  y: number;
  z: number;
}

const length = ({ x, y, z }: Vector): number => Math.sqrt(x * x + y * y + z * z);

function interpolate(track: SkyTrack, table: Float64Array, atMs: number): Vector {
  const position = (atMs - track.beginMs) / track.stepMs + 1;
  const node = Math.floor(position);
  if (node < 1 || 3 * (node + 2) + 2 >= table.length) throw new RangeError(`${new Date(atMs)} is outside of the track`);
  const t = position - node;
  return {
    x: component(table, node, t, 0),
    y: component(table, node, t, 1),
    z: component(table, node, t, 2),
  };
}

/** How a place stands to the equator of date at an instant: its own directions, and its own geocentric place in AU. */
interface LocalFrame {
  readonly track: SkyTrack;
  readonly place: Coordinates;
  readonly atMs: number;
  readonly cosS: number;
  readonly sinS: number;
  readonly cosL: number;
  readonly sinL: number;
  readonly x: number;
  readonly y: number;
  readonly z: number;
}

/** The last frame: sun, moon and stars are usually asked for at one instant after the other. */
let lastFrame: LocalFrame | undefined;

function frameAt(track: SkyTrack, place: Coordinates, atMs: number): LocalFrame {
  if (lastFrame?.atMs === atMs && lastFrame.place === place && lastFrame.track === track) return lastFrame;
  const sidereal = (localSiderealHours(track, place, atMs) * 15) / DEG_PER_RAD;
  const latitude = place.latitudeDeg / DEG_PER_RAD;
  const cosS = Math.cos(sidereal);
  const sinS = Math.sin(sidereal);
  const cosL = Math.cos(latitude);
  const sinL = Math.sin(latitude);
  const c = EARTH_RADIUS_AU / Math.hypot(cosL, EARTH_POLAR_SHARE * sinL);
  const z = EARTH_POLAR_SHARE ** 2 * c * sinL;
  lastFrame = { track, place, atMs, cosS, sinS, cosL, sinL, x: c * cosL * cosS, y: c * cosL * sinS, z };
  return lastFrame;
}

function horizontal({ cosS, sinS, cosL, sinL }: LocalFrame, { x, y, z }: Vector): HorizontalPosition {
  const out = x * cosS + y * sinS;
  const east = -x * sinS + y * cosS;
  const north = -out * sinL + z * cosL;
  const up = out * cosL + z * sinL;
  const azimuth = Math.atan2(east, north) * DEG_PER_RAD;
  return {
    altitudeDeg: Math.atan2(up, Math.sqrt(east * east + north * north)) * DEG_PER_RAD,
    azimuthDeg: azimuth < 0 ? azimuth + 360 : azimuth,
  };
}

/** Takes the observer's own place off a geocentric vector. */
const fromPlace = (frame: LocalFrame, { x, y, z }: Vector): Vector => ({
  x: x - frame.x,
  y: y - frame.y,
  z: z - frame.z,
});

/** Position of the sun's centre. @throws RangeError outside of the track. */
export function sunAt(track: SkyTrack, place: Coordinates, atMs: number): HorizontalPosition {
  const frame = frameAt(track, place, atMs);
  return horizontal(frame, fromPlace(frame, interpolate(track, track.sun, atMs)));
}

/** Position of the moon's centre, with phase and size. @throws RangeError outside of the track. */
export function moonAt(track: SkyTrack, place: Coordinates, atMs: number): MoonState {
  const moon = interpolate(track, track.moon, atMs);
  const sun = interpolate(track, track.sun, atMs);
  const toSun = { x: sun.x - moon.x, y: sun.y - moon.y, z: sun.z - moon.z };
  const cosPhase = -(toSun.x * moon.x + toSun.y * moon.y + toSun.z * moon.z) / (length(toSun) * length(moon));
  const frame = frameAt(track, place, atMs);
  const seen = fromPlace(frame, moon);
  return {
    ...horizontal(frame, seen),
    phaseAngleDeg: Math.acos(Math.max(-1, Math.min(1, cosPhase))) * DEG_PER_RAD,
    illuminatedFraction: (1 + cosPhase) / 2,
    semidiameterDeg: Math.asin(MOON_RADIUS_AU / length(seen)) * DEG_PER_RAD,
  };
}

/** Position of a far point, given as its apparent unit vector of date. */
export function starAt(track: SkyTrack, place: Coordinates, direction: Vector, atMs: number): HorizontalPosition {
  return horizontal(frameAt(track, place, atMs), direction);
}

/**
 * Places of many far points at one instant. Precession and nutation are applied; aberration (at most 20 arcseconds) is
 * not, for charts do not show it.
 *
 * @param j2000 Unit vectors, equator of J2000, three numbers each; only read.
 * @param toDate Rotation from J2000 to the equator of date, nine numbers by rows.
 * @param out Altitude and azimuth in degrees, two numbers each, overwritten.
 */
export function chartPlaces(
  track: SkyTrack,
  place: Coordinates,
  atMs: number,
  j2000: Float64Array,
  toDate: readonly number[],
  out: Float32Array,
): void {
  const { cosS, sinS, cosL, sinL } = frameAt(track, place, atMs);
  const [a, b, c, d, e, f, g, h, i] = toDate as [
    number,
    number,
    number,
    number,
    number,
    number,
    number,
    number,
    number,
  ];
  for (let n = 0, m = 0; n < j2000.length; n += 3, m += 2) {
    const x0 = j2000[n]!;
    const y0 = j2000[n + 1]!;
    const z0 = j2000[n + 2]!;
    const x = a * x0 + b * y0 + c * z0;
    const y = d * x0 + e * y0 + f * z0;
    const z = g * x0 + h * y0 + i * z0;
    const away = x * cosS + y * sinS;
    const east = -x * sinS + y * cosS;
    const north = -away * sinL + z * cosL;
    const up = away * cosL + z * sinL;
    const azimuth = Math.atan2(east, north) * DEG_PER_RAD;
    out[m] = Math.atan2(up, Math.sqrt(east * east + north * north)) * DEG_PER_RAD;
    out[m + 1] = azimuth < 0 ? azimuth + 360 : azimuth;
  }
}
