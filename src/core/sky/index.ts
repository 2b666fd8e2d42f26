export { airmass } from "./airmass";
export { clearSky, clearSkyAt, evTowards, type SkyByDirection, type SkyLights, skyLightsAt } from "./clearSky";
export { type Crossing, crossings, type Interval, intervalsWhere } from "./crossings";
export { groundIlluminance, LAND_REFLECTANCE, landEv, moonDirectIlluminance } from "./groundLight";
export { type HorizonPoint, horizonAltitude } from "./horizon";
export { moonIlluminance, twilightIlluminance } from "./illuminance";
export { declinationOf, type Moonlight, moonlightOn } from "./moonlight";
export {
  clearanceDeg,
  coreOf,
  midnight,
  moonOf,
  moonVisibility,
  type NightSky,
  nightSky,
  nightSpan,
  type SunEvents,
  starOf,
  sunEvents,
  sunOf,
  sunset,
  sunVisibility,
  type Visibility,
} from "./night";
export type { Coordinates, HorizontalPosition, NightSpan } from "./place";
export { type SkySample, sampleNight, skySampler } from "./sampleNight";
export {
  limitingMagnitude,
  SHOWERS,
  type Shower,
  showerZhr,
  solarLongitude,
  visibleRatePerHour,
} from "./showers";
export {
  DARKNESS_CLASSES,
  darkSkyLuminance,
  EXTINCTION_MAG,
  luminanceFromMagnitude,
  magnitudeFromLuminance,
  moonlitLuminance,
  NATURAL_SKY_MAG,
  separationDeg,
  skyEv,
  skyLuminance,
  ZENITH,
} from "./skyLight";
export { apparentDirection, BRIGHT_STARS, GALACTIC_CENTRE, POLARIS, SIGMA_OCTANTIS, type SkyPoint } from "./stars";
export {
  chartPlaces,
  localSiderealHours,
  type MoonState,
  moonAt,
  type SkyTrack,
  starAt,
  sunAt,
  trackSky,
} from "./track";
