import { Body, Ecliptic, GeoVector, MakeTime } from "astronomy-engine";
import { DEG_PER_RAD, MS_PER_DAY } from "../units";

/** A yearly meteor shower. */
export interface Shower {
  readonly name: string;
  /** Solar longitude of the maximum, J2000, degrees. */
  readonly peakSolarLongitudeDeg: number;
  readonly raDeg: number;
  readonly decDeg: number;
  readonly populationIndex: number;
  /** Zenithal hourly rate at the maximum. */
  readonly zhr: number;
  /** Slope of the rate around the maximum: log10 of its fall per degree of solar longitude. */
  readonly slopePerDeg: number;
}

/**
 * The showers worth planning for. Peaks, radiants, population indices and rates: IMO Meteor Shower Calendar. The slopes
 * B of ZHR = ZHRmax · 10^(-B |λ - λmax|): Jenniskens, Astron. Astrophys. 287 (1994), 990, table 5, rounded.
 */
export const SHOWERS: readonly Shower[] = [
  shower("Quadrantids", 283.15, 230, 49, 2.1, 80, 2),
  shower("Lyrids", 32.32, 271, 34, 2.1, 18, 0.22),
  shower("Eta Aquariids", 45.5, 338, -1, 2.4, 50, 0.08),
  shower("Southern Delta Aquariids", 127, 340, -16, 2.5, 25, 0.09),
  shower("Perseids", 140.0, 48, 58, 2.2, 100, 0.2),
  shower("Draconids", 195.4, 262, 54, 2.6, 5, 1),
  shower("Orionids", 208, 95, 16, 2.5, 20, 0.12),
  shower("Southern Taurids", 223, 52, 15, 2.3, 7, 0.03),
  shower("Northern Taurids", 230, 58, 22, 2.3, 5, 0.03),
  shower("Leonids", 235.27, 152, 22, 2.5, 12, 0.39),
  shower("Geminids", 262.2, 112, 33, 2.6, 150, 0.5),
  shower("Ursids", 270.7, 217, 76, 3.0, 10, 0.6),
];

function shower(
  name: string,
  peakSolarLongitudeDeg: number,
  raDeg: number,
  decDeg: number,
  populationIndex: number,
  zhr: number,
  slopePerDeg: number,
): Shower {
  return { name, peakSolarLongitudeDeg, raDeg, decDeg, populationIndex, zhr, slopePerDeg };
}

/** Precession of the equinox, degrees a day, between the ecliptic of date and of J2000. */
const PRECESSION_DEG_PER_DAY = 50.29 / 3600 / 365.25;
const J2000_MS = Date.UTC(2000, 0, 1, 12);

/** The sun's geocentric ecliptic longitude, J2000, degrees 0 to 360. */
export function solarLongitude(at: Date): number {
  const ofDate = Ecliptic(GeoVector(Body.Sun, MakeTime(at), true)).elon;
  const longitude = ofDate - ((at.getTime() - J2000_MS) / MS_PER_DAY) * PRECESSION_DEG_PER_DAY;
  return ((longitude % 360) + 360) % 360;
}

/**
 * Meteors a person sees in an hour: ZHR · sin h / r^(6.5 - limiting magnitude); 0 while the radiant is down.
 *
 * @see IMO, Handbook for Meteor Observers (2014), chapter on visual observing.
 */
export function visibleRatePerHour(request: {
  readonly zhr: number;
  readonly populationIndex: number;
  readonly radiantAltitudeDeg: number;
  readonly limitingMagnitude: number;
}): number {
  const height = Math.sin(request.radiantAltitudeDeg / DEG_PER_RAD);
  return height <= 0 ? 0 : (request.zhr * height) / request.populationIndex ** (6.5 - request.limitingMagnitude);
}

/** A shower's zenithal hourly rate at a solar longitude. */
export function showerZhr({ zhr, peakSolarLongitudeDeg, slopePerDeg }: Shower, solarLongitudeDeg: number): number {
  const away = Math.abs(((solarLongitudeDeg - peakSolarLongitudeDeg + 540) % 360) - 180);
  return zhr * 10 ** (-slopePerDeg * away);
}

/**
 * Faintest star that the unaided eye sees under a sky of the given surface brightness at the zenith.
 *
 * @see Schaefer, Publ. Astron. Soc. Pacific 102 (1990), 212; Olof Carlin's fit: 7.93 - 5 log10(10^(4.316 - m/5) + 1).
 */
export function limitingMagnitude(magPerArcsec2: number): number {
  return 7.93 - 5 * Math.log10(10 ** (4.316 - magPerArcsec2 / 5) + 1);
}
