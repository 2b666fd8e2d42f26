import { BaryState, Body, MakeTime, RotateVector, Rotation_EQJ_EQD, Vector } from "astronomy-engine";
import { DEG_PER_RAD } from "../units";

/** A point of the sky, ICRS, J2000, without proper motion. */
export interface SkyPoint {
  readonly name: string;
  readonly raDeg: number;
  readonly decDeg: number;
}

const hms = (h: number, m: number, s: number): number => 15 * (h + m / 60 + s / 3600);

/** The middle of our galaxy. @see Reid & Brunthaler, Astrophys. J. 616 (2004), 872 */
export const GALACTIC_CENTRE: SkyPoint = { name: "galactic centre", raDeg: hms(17, 45, 40.04), decDeg: -29.0078056 };

/** Stars near the poles, which tell where the sky turns. */
export const POLARIS: SkyPoint = { name: "Polaris", raDeg: hms(2, 31, 49.09), decDeg: 89.2641111 };
/** The star nearest to the southern pole that one sees by eye, of J2000. */
export const SIGMA_OCTANTIS: SkyPoint = { name: "Sigma Octantis", raDeg: hms(21, 8, 46.86), decDeg: -88.9564984 };

/** The brightest stars, brightest first. @see ESA, The Hipparcos Catalogue, SP-1200 (1997) */
export const BRIGHT_STARS: readonly SkyPoint[] = [
  { name: "Sirius", raDeg: 101.28716, decDeg: -16.71612 },
  { name: "Canopus", raDeg: 95.98796, decDeg: -52.69566 },
  { name: "Rigil Kentaurus", raDeg: 219.9009, decDeg: -60.83398 },
  { name: "Arcturus", raDeg: 213.9153, decDeg: 19.18241 },
  { name: "Vega", raDeg: 279.23473, decDeg: 38.78369 },
  { name: "Capella", raDeg: 79.17233, decDeg: 45.99799 },
  { name: "Rigel", raDeg: 78.63447, decDeg: -8.20164 },
  { name: "Procyon", raDeg: 114.82549, decDeg: 5.22499 },
  { name: "Achernar", raDeg: 24.42852, decDeg: -57.23675 },
  { name: "Betelgeuse", raDeg: 88.79294, decDeg: 7.40706 },
  { name: "Hadar", raDeg: 210.95586, decDeg: -60.37304 },
  { name: "Altair", raDeg: 297.69583, decDeg: 8.86832 },
  { name: "Acrux", raDeg: 186.6496, decDeg: -63.09909 },
  { name: "Aldebaran", raDeg: 68.98016, decDeg: 16.5093 },
  { name: "Antares", raDeg: 247.35192, decDeg: -26.432 },
  { name: "Spica", raDeg: 201.29825, decDeg: -11.16132 },
  { name: "Pollux", raDeg: 116.32896, decDeg: 28.0262 },
  { name: "Fomalhaut", raDeg: 344.41269, decDeg: -29.62224 },
  { name: "Deneb", raDeg: 310.35798, decDeg: 45.28034 },
  { name: "Regulus", raDeg: 152.09296, decDeg: 11.96721 },
];

/** Light's way in a day, AU. */
const LIGHT_AU_PER_DAY = 173.1446326846693;

/**
 * Apparent direction of a far point at an instant: precession, nutation and annual aberration, equator of date, as a
 * vector of length 1. It holds for a night: the aberration changes by less than 0.4 arcseconds a day.
 */
export function apparentDirection({ raDeg, decDeg }: Omit<SkyPoint, "name">, at: Date): Vector {
  const time = MakeTime(at);
  const ra = raDeg / DEG_PER_RAD;
  const dec = decDeg / DEG_PER_RAD;
  const earth = BaryState(Body.Earth, time);
  const seen = new Vector(
    Math.cos(dec) * Math.cos(ra) + earth.vx / LIGHT_AU_PER_DAY,
    Math.cos(dec) * Math.sin(ra) + earth.vy / LIGHT_AU_PER_DAY,
    Math.sin(dec) + earth.vz / LIGHT_AU_PER_DAY,
    time,
  );
  const length = seen.Length();
  return RotateVector(Rotation_EQJ_EQD(time), new Vector(seen.x / length, seen.y / length, seen.z / length, time));
}
