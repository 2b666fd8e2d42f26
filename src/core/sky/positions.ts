import { Body, Equator, Horizon, Illumination, Observer } from "astronomy-engine";

/** A place on the Earth, WGS 84; longitude positive to the east. */
export interface Place {
  readonly latitudeDeg: number;
  readonly longitudeDeg: number;
}

/** Apparent topocentric place without refraction; azimuth from north through east, 0 to 360. */
export interface HorizontalPosition {
  readonly altitudeDeg: number;
  readonly azimuthDeg: number;
}

/** Where the moon stands and how much of it is lit. */
export interface MoonState extends HorizontalPosition {
  /** 0 at full moon, 180 at new moon; geocentric. */
  readonly phaseAngleDeg: number;
  /** 0 to 1, geocentric, the usual almanac value. */
  readonly illuminatedFraction: number;
}

function positionOf(body: Body, place: Place, at: Date): HorizontalPosition {
  const observer = new Observer(place.latitudeDeg, place.longitudeDeg, 0);
  const equatorial = Equator(body, at, observer, true, true);
  const { altitude, azimuth } = Horizon(at, observer, equatorial.ra, equatorial.dec);
  return { altitudeDeg: altitude, azimuthDeg: azimuth };
}

/** Position of the sun's centre at an instant. */
export function sunPosition(place: Place, at: Date): HorizontalPosition {
  return positionOf(Body.Sun, place, at);
}

/** Position of the moon's centre and its phase at an instant. */
export function moonState(place: Place, at: Date): MoonState {
  const light = Illumination(Body.Moon, at);
  return {
    ...positionOf(Body.Moon, place, at),
    phaseAngleDeg: light.phase_angle,
    illuminatedFraction: light.phase_fraction,
  };
}
