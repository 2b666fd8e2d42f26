/** One lens of a phone with the sensor behind it; electron figures are for one pixel at the base ISO. */
export interface Lens {
  readonly name: string;
  readonly focalLengthMm: number;
  readonly fNumber: number;
  readonly widthPx: number;
  readonly heightPx: number;
  readonly pitchUm: number;
  readonly baseIso: number;
  readonly fullWellElectrons: number;
  /** Read noise before the gain stage, electrons rms. */
  readonly readNoisePreElectrons: number;
  /** Read noise after the gain stage, electrons rms at base ISO; falls with gain. */
  readonly readNoisePostElectrons: number;
  /** Dark current at 25 °C, electrons per second. */
  readonly darkElectronsPerSecond: number;
  /** Photo-response non-uniformity, a fraction of the signal. */
  readonly prnu: number;
  readonly bits: number;
}

/** A generic binned main camera, the default where nothing was measured. */
export const GENERIC_MAIN_LENS: Lens = {
  name: "main",
  focalLengthMm: 6.4,
  fNumber: 1.8,
  widthPx: 4080,
  heightPx: 3060,
  pitchUm: 2.4,
  baseIso: 50,
  fullWellElectrons: 24_000,
  readNoisePreElectrons: 1.6,
  readNoisePostElectrons: 4.5,
  darkElectronsPerSecond: 0.6,
  prnu: 0.006,
  bits: 12,
};

/** A generic ultra-wide camera. */
export const GENERIC_ULTRA_WIDE_LENS: Lens = {
  ...GENERIC_MAIN_LENS,
  name: "ultra-wide",
  focalLengthMm: 2.2,
  fNumber: 2.2,
  pitchUm: 1.4,
  fullWellElectrons: 6000,
};

/** A generic tele camera. */
export const GENERIC_TELE_LENS: Lens = {
  ...GENERIC_MAIN_LENS,
  name: "tele",
  focalLengthMm: 9,
  fNumber: 2.4,
  pitchUm: 1,
  fullWellElectrons: 4500,
};
