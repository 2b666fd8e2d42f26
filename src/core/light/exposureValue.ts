/** The three camera settings that fix how bright a picture of a still surface becomes. */
export interface ExposureSettings {
  readonly fNumber: number;
  readonly shutterSeconds: number;
  readonly iso: number;
}

/** Reflected-light meter constant K, cd/m² · s · ISO. @see ISO 2720:1974 */
export const REFLECTED_LIGHT_CONSTANT = 12.5;

/** Incident-light meter constant C, lux · s · ISO. @see ISO 2720:1974 */
export const INCIDENT_LIGHT_CONSTANT = 250;

/**
 * The exposure value at ISO 100 of the scene that these settings render at the metered level. Settings with equal
 * value give equal brightness.
 *
 * @throws RangeError when a setting is not positive.
 */
export function exposureValue({ fNumber, shutterSeconds, iso }: ExposureSettings): number {
  if (!(fNumber > 0 && shutterSeconds > 0 && iso > 0)) {
    throw new RangeError(`settings must be positive, got f/${fNumber}, ${shutterSeconds} s, ISO ${iso}`);
  }
  return Math.log2(fNumber ** 2 / shutterSeconds) - Math.log2(iso / 100);
}

/** Luminance in cd/m² of a surface that meters at `ev` (EV at ISO 100): N²/t = L·S/K. @see ISO 2720:1974 */
export function luminanceFromEv(ev: number): number {
  return (REFLECTED_LIGHT_CONSTANT / 100) * 2 ** ev;
}

/** Illuminance in lux that an incident meter reads at `ev` (EV at ISO 100). @see ISO 2720:1974 */
export function illuminanceFromEv(ev: number): number {
  return (INCIDENT_LIGHT_CONSTANT / 100) * 2 ** ev;
}

/**
 * EV at ISO 100 at which a surface of this luminance (cd/m²) meters; the inverse of `luminanceFromEv`.
 *
 * @throws RangeError when the luminance is not positive: no light has no exposure value.
 */
export function evFromLuminance(luminanceCdM2: number): number {
  if (!(luminanceCdM2 > 0)) throw new RangeError(`luminance must be positive, got ${luminanceCdM2}`);
  return Math.log2(luminanceCdM2 / (REFLECTED_LIGHT_CONSTANT / 100));
}
