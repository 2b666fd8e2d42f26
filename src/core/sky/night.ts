import { Body, Observer, SearchAltitude } from "astronomy-engine";
import { MS_PER_DAY, MS_PER_SECOND, SECONDS_PER_HOUR } from "../units";
import { moonState, type Place, sunPosition } from "./positions";
import { skyEv } from "./skyLight";

/** A night from local mean solar noon on `date` to the next. */
export interface NightSpan {
  readonly begin: Date;
  readonly end: Date;
}

/** The sky at one instant of a night. */
export interface SkySample {
  readonly at: Date;
  readonly sunAltitudeDeg: number;
  readonly moonAltitudeDeg: number;
  readonly moonIlluminatedFraction: number;
  /** Mean sky luminance as EV at ISO 100. */
  readonly skyEv: number;
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

/** Altitude of the sun's centre at rise and set: 34' of refraction and 16' of semidiameter. */
export const SUNSET_ALTITUDE_DEG = -0.8333;

const FIFTEEN_DEG_PER_HOUR = 15;

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

/** Samples the sky at `count` evenly spaced instants, both ends of the span included. */
export function sampleNight(place: Place, span: NightSpan, count: number, darkSkyMagPerArcsec2: number): SkySample[] {
  const begin = span.begin.getTime();
  const stepMs = (span.end.getTime() - begin) / (count - 1);
  return Array.from({ length: count }, (_, index) => {
    const at = new Date(begin + index * stepMs);
    const sunAltitudeDeg = sunPosition(place, at).altitudeDeg;
    const moon = moonState(place, at);
    return {
      at,
      sunAltitudeDeg,
      moonAltitudeDeg: moon.altitudeDeg,
      moonIlluminatedFraction: moon.illuminatedFraction,
      skyEv: skyEv({ sunAltitudeDeg, moon, darkSkyMagPerArcsec2 }),
    };
  });
}

/** Instants at which the sun's centre, unrefracted, passes the altitudes that divide dusk and dawn. */
export function sunEvents(place: Place, span: NightSpan): SunEvents {
  const observer = new Observer(place.latitudeDeg, place.longitudeDeg, 0);
  const crossing = (direction: 1 | -1, altitudeDeg: number): Date | null => {
    const found = SearchAltitude(Body.Sun, observer, direction, span.begin, 1, altitudeDeg);
    return found === null || found.date >= span.end ? null : found.date;
  };
  return {
    sunset: crossing(-1, SUNSET_ALTITUDE_DEG),
    civilDusk: crossing(-1, -6),
    nauticalDusk: crossing(-1, -12),
    astronomicalDusk: crossing(-1, -18),
    astronomicalDawn: crossing(1, -18),
    nauticalDawn: crossing(1, -12),
    civilDawn: crossing(1, -6),
    sunrise: crossing(1, SUNSET_ALTITUDE_DEG),
  };
}
