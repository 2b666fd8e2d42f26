export { moonIlluminance, sunIlluminance } from "./illuminance";
export { type NightSpan, nightSpan, type SkySample, type SunEvents, sampleNight, sunEvents } from "./night";
export { type HorizontalPosition, type MoonState, moonState, type Place, sunPosition } from "./positions";
export { luminanceFromMagnitude, NATURAL_SKY_MAG, skyEv, skyLuminance } from "./skyLight";
