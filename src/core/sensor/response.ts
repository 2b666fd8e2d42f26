import type { Lens } from "../optics";

/** Lens transmission, vignetting and geometry factor q of the focal-plane exposure. @see ISO 12232:2019 */
export const FOCAL_PLANE_FACTOR = 0.65;

/** Saturation-based speed constant, lux · s · ISO. @see ISO 12232:2019 */
export const SATURATION_CONSTANT = 78;

/** Transmission of the lens for light that reaches it from a point lamp. */
export const LENS_TRANSMISSION = 0.9;

export const DARK_DOUBLING_CELSIUS = 6.5;

/** Focal-plane exposure at which a pixel saturates, lux · s: 78 / S. */
export function saturationExposure(iso: number): number {
  return SATURATION_CONSTANT / iso;
}

/** Electrons a pixel holds before it clips at this ISO: raising the ISO lowers it and never adds light. */
export function fullWell(lens: Lens, iso: number): number {
  return (lens.fullWellElectrons * lens.baseIso) / iso;
}

/**
 * Electrons that one cd·s/m² (luminance times time) of neutral light yields in a pixel:
 * n = fullWell(S) · q · L·t · T / N² / H_sat(S). The ISO cancels out: gain adds no light.
 */
export function electronsPerLuminanceSecond(lens: Lens, transmission: number): number {
  const { fullWellElectrons, baseIso, fNumber } = lens;
  return (fullWellElectrons * FOCAL_PLANE_FACTOR * transmission) / fNumber ** 2 / saturationExposure(baseIso);
}

/** Dark current at a sensor temperature against that at 25 °C: doubles every 6.5 °C. */
export const darkCurrentFactor = (sensorCelsius: number): number => 2 ** ((sensorCelsius - 25) / DARK_DOUBLING_CELSIUS);

/** Dark current at a sensor temperature, electrons per second. */
export function darkCurrent(lens: Lens, sensorCelsius: number): number {
  return lens.darkElectronsPerSecond * darkCurrentFactor(sensorCelsius);
}

/** Input-referred read noise at an ISO, electrons rms. */
export function readNoise(lens: Lens, iso: number): number {
  return Math.hypot(lens.readNoisePreElectrons, (lens.readNoisePostElectrons * lens.baseIso) / iso);
}

/** A signal and the conditions it was gathered under. */
export interface SignalConditions {
  readonly electrons: number;
  readonly shutterSeconds: number;
  readonly iso: number;
  readonly sensorCelsius: number;
}

/** Total noise of a pixel, electrons rms: shot, dark, read noise and PRNU. */
export function noiseElectrons(
  lens: Lens,
  { electrons, shutterSeconds, iso, sensorCelsius }: SignalConditions,
): number {
  const dark = darkCurrent(lens, sensorCelsius) * shutterSeconds;
  return Math.sqrt(electrons + dark + readNoise(lens, iso) ** 2 + (lens.prnu * electrons) ** 2);
}
