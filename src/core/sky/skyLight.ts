import { evFromLuminance } from "../light";
import { moonIlluminance, sunIlluminance } from "./illuminance";
import type { MoonState } from "./positions";

/** Zenith brightness of a natural dark sky without moon, magnitudes per square arcsecond. */
export const NATURAL_SKY_MAG = 21.9;

/** Luminance in cd/m² of a sky of the given surface brightness: 10.8e4 · 10^(-0.4 m). */
export function luminanceFromMagnitude(magPerArcsec2: number): number {
  return 10.8e4 * 10 ** (-0.4 * magPerArcsec2);
}

/** What lights the sky at one instant. */
export interface SkyLightInput {
  readonly sunAltitudeDeg: number;
  readonly moon: Pick<MoonState, "altitudeDeg" | "phaseAngleDeg">;
  /** Measured or estimated zenith brightness of the site's darkest sky, natural and artificial light together. */
  readonly darkSkyMagPerArcsec2: number;
}

/**
 * Mean luminance of a clear sky in cd/m²: twilight and moonlight as a diffuse hemisphere (E/π) plus the site's dark
 * sky. An average over the sky: towards the set sun it is brighter, away from it darker.
 *
 * @returns Always positive, for the dark sky is.
 */
export function skyLuminance({ sunAltitudeDeg, moon, darkSkyMagPerArcsec2 }: SkyLightInput): number {
  const illuminanceLux = sunIlluminance(sunAltitudeDeg) + moonIlluminance(moon.altitudeDeg, moon.phaseAngleDeg);
  return illuminanceLux / Math.PI + luminanceFromMagnitude(darkSkyMagPerArcsec2);
}

/** The sky's mean luminance as EV at ISO 100. */
export function skyEv(input: SkyLightInput): number {
  return evFromLuminance(skyLuminance(input));
}
