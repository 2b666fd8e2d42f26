import { evFromLuminance } from "../light";
import { DEG_PER_RAD } from "../units";
import { twilightIlluminance } from "./illuminance";
import { moonOf, type NightSky, sunOf } from "./night";
import type { HorizontalPosition } from "./place";
import {
  darkSkyLuminance,
  EXTINCTION_MAG,
  type MoonLight,
  moonlitLuminance,
  scatteringAirmass,
  separationDeg,
} from "./skyLight";

/** What lights the sky at one instant. */
export interface SkyLights {
  readonly sun: HorizontalPosition;
  readonly moon: MoonLight;
  /** Zenith brightness of the site's darkest sky, natural and artificial light together. */
  readonly darkSkyMagPerArcsec2: number;
}

/** Luminance in cd/m² by direction, above the horizon. */
export type SkyByDirection = (towards: HorizontalPosition) => number;

/** Nearer to the sun than this its glow is as bright as here; the source's formula has a pole there. */
const LEAST_SEPARATION_DEG = 5;
const RINGS = 18;
const SECTORS = 24;

/**
 * How bright the twilight sky is in a direction, up to a factor that is the same everywhere: (100/ρ) · (1 - 10^(-0.4·k·X)),
 * with the separation ρ from the sun in degrees, the extinction k and the airmass X. Without the source's further factor
 * for the zenith distance, which would leave the zenith a stop darker than it is measured.
 *
 * @see Schaefer, "Astronomy and the limits of vision", Vistas in Astronomy 36 (1993), 311-361.
 */
function glow(sun: HorizontalPosition, towards: HorizontalPosition): number {
  const separation = Math.max(LEAST_SEPARATION_DEG, separationDeg(sun, towards));
  return (100 / separation) * (1 - 10 ** (-0.4 * EXTINCTION_MAG * scatteringAirmass(towards.altitudeDeg)));
}

/** Light that falls on level ground from a sky of the given luminance, lux: the luminance times the cosine, over the hemisphere. */
export function illuminanceFrom(sky: SkyByDirection): number {
  const ring = Math.PI / 2 / RINGS;
  const sector = (2 * Math.PI) / SECTORS;
  let lux = 0;
  for (let i = 0; i < RINGS; i++) {
    const altitude = (i + 0.5) * ring;
    const weight = Math.sin(altitude) * Math.cos(altitude) * ring * sector;
    for (let j = 0; j < SECTORS; j++)
      lux += weight * sky({ altitudeDeg: altitude * DEG_PER_RAD, azimuthDeg: (j + 0.5) * sector * DEG_PER_RAD });
  }
  return lux;
}

/**
 * Luminance of a clear sky by direction: twilight that is brighter towards the sun and the horizon, and gives level ground
 * as much light as the sun's altitude says; moonlight by its separation; the site's dark sky.
 */
export function clearSky({ sun, moon, darkSkyMagPerArcsec2 }: SkyLights): SkyByDirection {
  const lux = twilightIlluminance(sun.altitudeDeg);
  const share = lux > 0 ? lux / illuminanceFrom((towards) => glow(sun, towards)) : 0;
  return (towards) =>
    (share > 0 ? share * glow(sun, towards) : 0) +
    moonlitLuminance(moon, towards) +
    darkSkyLuminance(darkSkyMagPerArcsec2, towards.altitudeDeg);
}

/** What lights the sky of a night at an instant of it. */
export const skyLightsAt = (night: NightSky, atMs: number, darkSkyMagPerArcsec2: number): SkyLights => ({
  sun: sunOf(night, atMs),
  moon: moonOf(night, atMs),
  darkSkyMagPerArcsec2,
});

/** The clear sky of a night at an instant of it, by direction. */
export const clearSkyAt = (night: NightSky, atMs: number, darkSkyMagPerArcsec2: number): SkyByDirection =>
  clearSky(skyLightsAt(night, atMs, darkSkyMagPerArcsec2));

/** EV at ISO 100 of a sky where a camera looks; of the horizon where it looks below that. */
export function evTowards(
  sky: SkyByDirection,
  { tiltDeg, azimuthDeg }: { tiltDeg: number; azimuthDeg: number },
): number {
  return evFromLuminance(sky({ altitudeDeg: Math.max(0, tiltDeg), azimuthDeg }));
}
