import { evFromLuminance } from "../light";
import { DEG_PER_RAD } from "../units";
import { clearSky, illuminanceFrom, type SkyLights } from "./clearSky";
import { moonIlluminance } from "./illuminance";
import { type MoonLight, moonlitLuminance } from "./skyLight";

/** Reflectance of open land: grass and heath 0.10 to 0.15, dry stone 0.25, snow 0.8. */
export const LAND_REFLECTANCE = 0.125;
/** Lower than this the moon's light comes from a place and not from a direction, as a sine. */
const LEAST_SINE = 0.02;

/**
 * Light straight from the moon on a surface that faces it, lux: what its altitude gives level ground, less what of that comes by
 * way of the sky. 0 while it is below the horizon.
 */
export function moonDirectIlluminance(moon: MoonLight): number {
  if (moon.altitudeDeg <= 0) return 0;
  const bySky = illuminanceFrom((towards) => moonlitLuminance(moon, towards));
  const level = Math.max(0, moonIlluminance(moon.altitudeDeg, moon.phaseAngleDeg) - bySky);
  return level / Math.max(LEAST_SINE, Math.sin(moon.altitudeDeg / DEG_PER_RAD));
}

/** Light on open level ground away from lamps, lux: of the whole clear sky, and straight from the moon. */
export function groundIlluminance(lights: SkyLights): number {
  const { moon } = lights;
  return (
    illuminanceFrom(clearSky(lights)) +
    moonDirectIlluminance(moon) * Math.max(0, Math.sin(moon.altitudeDeg / DEG_PER_RAD))
  );
}

/** EV at ISO 100 of open land away from lamps: ρ·E/π of what its sky and its moon give it. */
export const landEv = (lights: SkyLights): number =>
  evFromLuminance((LAND_REFLECTANCE * groundIlluminance(lights)) / Math.PI);
