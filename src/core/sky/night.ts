import { MS_PER_DAY, MS_PER_SECOND, SECONDS_PER_HOUR } from "../units";
import { type Crossing, crossings, eachCrossing } from "./crossings";
import { type HorizonPoint, horizonAltitude } from "./horizon";
import type { Coordinates, HorizontalPosition, NightSpan } from "./place";
import { apparentDirection, GALACTIC_CENTRE, type SkyPoint } from "./stars";
import { type MoonState, moonAt, type SkyTrack, starAt, sunAt, trackSky } from "./track";

/** A night at a place, ready to be asked about any instant. */
export interface NightSky {
  readonly place: Coordinates;
  readonly span: NightSpan;
  readonly track: SkyTrack;
  readonly horizon: readonly HorizonPoint[];
}

/** The sun's crossings in one night; null where it does not cross that altitude. */
export interface SunEvents {
  readonly sunset: Date | null;
  readonly civilDusk: Date | null;
  readonly nauticalDusk: Date | null;
  readonly astronomicalDusk: Date | null;
  readonly astronomicalDawn: Date | null;
  readonly nauticalDawn: Date | null;
  readonly civilDawn: Date | null;
  readonly sunrise: Date | null;
}

/** When a body passes its limit in a night, or that it never does. */
export type Visibility =
  | { readonly kind: "crosses"; readonly rises: readonly Date[]; readonly sets: readonly Date[] }
  | { readonly kind: "always-up" }
  | { readonly kind: "always-down" };

/** Altitude of the sun's centre at rise and set: 34' of refraction and 16' of semidiameter. */
export const SUNSET_ALTITUDE_DEG = -0.8333;

const HORIZON_REFRACTION_DEG = 34 / 60;
const FIFTEEN_DEG_PER_HOUR = 15;
/** Steps of the search: a body that stays across its limit for less than this is missed. */
const SEARCH_STEP_MS = 4 * 60 * MS_PER_SECOND;

/**
 * The span of the night that begins on a local mean solar date.
 *
 * @param date `YYYY-MM-DD`, the local mean solar date, which may differ from the civil one.
 * @throws RangeError when the date is not a calendar date.
 */
export function nightSpan(date: string, longitudeDeg: number): NightSpan {
  const noonUtc = Date.parse(`${date}T12:00:00Z`);
  if (Number.isNaN(noonUtc)) throw new RangeError(`date must be YYYY-MM-DD, got ${date}`);
  const shiftSeconds = Math.round((-longitudeDeg / FIFTEEN_DEG_PER_HOUR) * SECONDS_PER_HOUR);
  const begin = noonUtc + shiftSeconds * MS_PER_SECOND;
  return { begin: new Date(begin), end: new Date(begin + MS_PER_DAY) };
}

/**
 * Prepares a night at a place, with the skyline that hides things there.
 *
 * @param track One that covers the night, where many nights share it.
 */
export function nightSky(
  place: Coordinates,
  date: string,
  horizon: readonly HorizonPoint[] = [],
  track?: SkyTrack,
): NightSky {
  const span = nightSpan(date, place.longitudeDeg);
  return { place, span, track: track ?? trackSky(span.begin, span.end), horizon };
}

/** Position of the sun's centre at an instant of the night. */
export const sunOf = ({ track, place }: NightSky, atMs: number): HorizontalPosition => sunAt(track, place, atMs);

/** The moon at an instant of the night. */
export const moonOf = ({ track, place }: NightSky, atMs: number): MoonState => moonAt(track, place, atMs);

/** Positions of a star or another far point through a night, its direction worked out once. */
export function starOf(night: NightSky, point: Omit<SkyPoint, "name">): (atMs: number) => HorizontalPosition {
  const direction = apparentDirection(point, midnight(night.span));
  return (atMs) => starAt(night.track, night.place, direction, atMs);
}

/** The galactic centre's position through a night. */
export const coreOf = (night: NightSky): ((atMs: number) => HorizontalPosition) => starOf(night, GALACTIC_CENTRE);

/** The middle of a night: local mean solar midnight. */
export function midnight({ begin, end }: NightSpan): Date {
  return new Date((begin.getTime() + end.getTime()) / 2);
}

const searchSpan = ({ span }: NightSky) => ({
  beginMs: span.begin.getTime(),
  endMs: span.end.getTime(),
  stepMs: SEARCH_STEP_MS,
});

/** When the sun sets in a night; null where it does not. */
export function sunset(night: NightSky): Date | null {
  const altitude = (atMs: number) => sunOf(night, atMs).altitudeDeg - SUNSET_ALTITUDE_DEG;
  for (const { atMs, upward } of eachCrossing(altitude, searchSpan(night))) if (!upward) return new Date(atMs);
  return null;
}

/** Instants at which the sun's centre, unrefracted, passes the altitudes that divide dusk and dawn. */
export function sunEvents(night: NightSky): SunEvents {
  const passes = (altitudeDeg: number): { down: Date | null; up: Date | null } => {
    const found = crossings((atMs) => sunOf(night, atMs).altitudeDeg - altitudeDeg, searchSpan(night));
    const first = (upward: boolean) => {
      const match = found.find((crossing) => crossing.upward === upward);
      return match ? new Date(match.atMs) : null;
    };
    return { down: first(false), up: first(true) };
  };
  const horizon = passes(SUNSET_ALTITUDE_DEG);
  const civil = passes(-6);
  const nautical = passes(-12);
  const astronomical = passes(-18);
  return {
    sunset: horizon.down,
    civilDusk: civil.down,
    nauticalDusk: nautical.down,
    astronomicalDusk: astronomical.down,
    astronomicalDawn: astronomical.up,
    nauticalDawn: nautical.up,
    civilDawn: civil.up,
    sunrise: horizon.up,
  };
}

function visibility(found: readonly Crossing[], above: boolean): Visibility {
  if (found.length === 0) return { kind: above ? "always-up" : "always-down" };
  const instants = (upward: boolean) =>
    found.filter((crossing) => crossing.upward === upward).map(({ atMs }) => new Date(atMs));
  return { kind: "crosses", rises: instants(true), sets: instants(false) };
}

/** Moonrise and moonset: the upper limb at 34' below the level horizon, where refraction lifts it into sight. */
export function moonVisibility(night: NightSky): Visibility {
  const limb = (atMs: number) => {
    const { altitudeDeg, semidiameterDeg } = moonOf(night, atMs);
    return altitudeDeg + semidiameterDeg + HORIZON_REFRACTION_DEG;
  };
  return visibility(crossings(limb, searchSpan(night)), limb(night.span.begin.getTime()) >= 0);
}

/** Whether the sun comes up at all in a night, and goes down: the sun's own rise and set. */
export function sunVisibility(night: NightSky): Visibility {
  const limb = (atMs: number) => sunOf(night, atMs).altitudeDeg - SUNSET_ALTITUDE_DEG;
  return visibility(crossings(limb, searchSpan(night)), limb(night.span.begin.getTime()) >= 0);
}

/** How far a position stands above the site's own skyline, degrees; negative where it is hidden. */
export function clearanceDeg({ horizon }: NightSky, { altitudeDeg, azimuthDeg }: HorizontalPosition): number {
  return altitudeDeg - horizonAltitude(horizon, azimuthDeg);
}
