import { evFromLuminance } from "../light";
import { DEG_PER_RAD } from "../units";
import { twilightIlluminance } from "./illuminance";
import type { HorizontalPosition } from "./place";

/** Zenith brightness of a natural dark sky without moon, magnitudes per square arcsecond. */
export const NATURAL_SKY_MAG = 21.9;

/** Light lost on the way through the atmosphere, magnitudes per airmass. */
export const EXTINCTION_MAG = 0.2;

/** The direction straight up. */
export const ZENITH: HorizontalPosition = { altitudeDeg: 90, azimuthDeg: 0 };

/** Zenith brightness by the nine classes of dark-sky practice, class 1 first. @see Bortle, Sky & Telescope 101 (2001), 126 */
export const DARKNESS_CLASSES: readonly { readonly name: string; readonly magPerArcsec2: number }[] = [
  { name: "1, darkest", magPerArcsec2: 21.9 },
  { name: "2, truly dark", magPerArcsec2: 21.7 },
  { name: "3, rural", magPerArcsec2: 21.5 },
  { name: "4, near a village", magPerArcsec2: 20.8 },
  { name: "5, edge of a town", magPerArcsec2: 19.8 },
  { name: "6, bright edge of a town", magPerArcsec2: 18.9 },
  { name: "7, town", magPerArcsec2: 18.2 },
  { name: "8, city", magPerArcsec2: 17.8 },
  { name: "9, middle of a city", magPerArcsec2: 17.0 },
];

/** Luminance in cd/m² of a sky of the given surface brightness: 10.8e4 · 10^(-0.4 m). */
export function luminanceFromMagnitude(magPerArcsec2: number): number {
  return 10.8e4 * 10 ** (-0.4 * magPerArcsec2);
}

/** Surface brightness in magnitudes per square arcsecond of a luminance; the inverse of `luminanceFromMagnitude`. */
export function magnitudeFromLuminance(luminanceCdM2: number): number {
  return -2.5 * Math.log10(luminanceCdM2 / 10.8e4);
}

/** Airmass for scattered light of the whole sky, about 3.2 at the horizon. @see Krisciunas & Schaefer (1991), eq. 3 */
export function scatteringAirmass(altitudeDeg: number): number {
  const cosAltitude = Math.cos(Math.max(0, altitudeDeg) / DEG_PER_RAD);
  return 1 / Math.sqrt(1 - 0.96 * cosAltitude ** 2);
}

/** Angle between two directions, degrees. */
export function separationDeg(a: HorizontalPosition, b: HorizontalPosition): number {
  const altitudeA = a.altitudeDeg / DEG_PER_RAD;
  const altitudeB = b.altitudeDeg / DEG_PER_RAD;
  const cos =
    Math.sin(altitudeA) * Math.sin(altitudeB) +
    Math.cos(altitudeA) * Math.cos(altitudeB) * Math.cos((a.azimuthDeg - b.azimuthDeg) / DEG_PER_RAD);
  return Math.acos(Math.max(-1, Math.min(1, cos))) * DEG_PER_RAD;
}

/** cd/m² in a nanolambert: 1e-5 / π. */
const CD_M2_PER_NANOLAMBERT = 1e-5 / Math.PI;

/** The moon as far as its light goes. */
export interface MoonLight extends HorizontalPosition {
  readonly phaseAngleDeg: number;
}

/**
 * Luminance that the moon adds to a clear sky in a direction, cd/m²; 0 while it is below the horizon. Accuracy 8 to 23 %
 * in the source.
 *
 * @see Krisciunas & Schaefer, Publ. Astron. Soc. Pacific 103 (1991), 1033-1039, eqs. 15 and 20-21.
 */
export function moonlitLuminance(moon: MoonLight, towards: HorizontalPosition): number {
  if (moon.altitudeDeg <= 0 || towards.altitudeDeg < 0) return 0;
  const phase = moon.phaseAngleDeg;
  const intensity = 10 ** (-0.4 * (3.84 + 0.026 * phase + 4e-9 * phase ** 4));
  const rho = separationDeg(moon, towards);
  const scattering = 10 ** 5.36 * (1.06 + Math.cos(rho / DEG_PER_RAD) ** 2) + 10 ** (6.15 - rho / 40);
  const arriving = 10 ** (-0.4 * EXTINCTION_MAG * scatteringAirmass(moon.altitudeDeg));
  const scattered = 1 - 10 ** (-0.4 * EXTINCTION_MAG * scatteringAirmass(towards.altitudeDeg));
  return scattering * intensity * arriving * scattered * CD_M2_PER_NANOLAMBERT;
}

/** Luminance of the dark sky in a direction: brighter towards the horizon, where one looks through more air. @see same, eq. 2 */
export function darkSkyLuminance(zenithMagPerArcsec2: number, altitudeDeg: number): number {
  const airmass = scatteringAirmass(altitudeDeg);
  return luminanceFromMagnitude(zenithMagPerArcsec2) * airmass * 10 ** (-0.4 * EXTINCTION_MAG * (airmass - 1));
}

/** What lights the sky at one instant. */
export interface SkyLightInput {
  readonly sunAltitudeDeg: number;
  readonly moon: MoonLight;
  /** Measured or estimated zenith brightness of the site's darkest sky, natural and artificial light together. */
  readonly darkSkyMagPerArcsec2: number;
}

/**
 * Luminance of a clear sky overhead in cd/m²: twilight as an even hemisphere (E/π), moonlight by its separation, and the
 * site's dark sky.
 *
 * @returns Always positive, for the dark sky is.
 */
export function skyLuminance({ sunAltitudeDeg, moon, darkSkyMagPerArcsec2 }: SkyLightInput): number {
  return (
    twilightIlluminance(sunAltitudeDeg) / Math.PI +
    moonlitLuminance(moon, ZENITH) +
    luminanceFromMagnitude(darkSkyMagPerArcsec2)
  );
}

/** The sky's luminance as EV at ISO 100. */
export function skyEv(input: SkyLightInput): number {
  return evFromLuminance(skyLuminance(input));
}
