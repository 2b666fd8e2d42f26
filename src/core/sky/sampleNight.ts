import { clearanceDeg, coreOf, moonOf, type NightSky, sunOf } from "./night";
import { skyEv } from "./skyLight";

/** The sky at one instant of a night. */
export interface SkySample {
  readonly atMs: number;
  readonly sunAltitudeDeg: number;
  readonly sunAzimuthDeg: number;
  readonly moonAltitudeDeg: number;
  readonly moonAzimuthDeg: number;
  readonly moonIlluminatedFraction: number;
  readonly coreAltitudeDeg: number;
  readonly coreAzimuthDeg: number;
  /** Height above the site's own skyline. */
  readonly moonClearanceDeg: number;
  readonly coreClearanceDeg: number;
  /** The clear sky's luminance at the zenith as EV at ISO 100. */
  readonly skyEv: number;
}

/** Gives the sky of a night at any instant of it. */
export function skySampler(night: NightSky, darkSkyMagPerArcsec2: number): (atMs: number) => SkySample {
  const core = coreOf(night);
  return (atMs) => {
    const sun = sunOf(night, atMs);
    const moon = moonOf(night, atMs);
    const centre = core(atMs);
    return {
      atMs,
      sunAltitudeDeg: sun.altitudeDeg,
      sunAzimuthDeg: sun.azimuthDeg,
      moonAltitudeDeg: moon.altitudeDeg,
      moonAzimuthDeg: moon.azimuthDeg,
      moonIlluminatedFraction: moon.illuminatedFraction,
      coreAltitudeDeg: centre.altitudeDeg,
      coreAzimuthDeg: centre.azimuthDeg,
      moonClearanceDeg: clearanceDeg(night, moon),
      coreClearanceDeg: clearanceDeg(night, centre),
      skyEv: skyEv({ sunAltitudeDeg: sun.altitudeDeg, moon, darkSkyMagPerArcsec2 }),
    };
  };
}

/** Samples the sky of a night at `count` evenly spaced instants, both ends included. */
export function sampleNight(night: NightSky, count: number, darkSkyMagPerArcsec2: number): SkySample[] {
  const begin = night.span.begin.getTime();
  const stepMs = (night.span.end.getTime() - begin) / (count - 1);
  const sample = skySampler(night, darkSkyMagPerArcsec2);
  return Array.from({ length: count }, (_, index) => sample(begin + index * stepMs));
}
