import type { Lens } from "../optics";
import { decodeSrgb, JPEG_VARIANCE, ROUNDING_VARIANCE, srgbSlope } from "../picture";
import { colourResponse, fullWell, noiseElectrons } from "../sensor";

/** How a frame was taken, as far as its noise goes. */
export interface NoisyFrame {
  /** How bright the part is whose noise is asked for, code of 8 bits in green. */
  readonly level: number;
  readonly iso: number;
  readonly shutterSeconds: number;
  readonly kelvin: number;
  readonly sensorCelsius: number;
  /** Of a smaller picture's pixel: how many of the sensor's it is the mean of. */
  readonly sensorPixels: number;
}

const CODES = 255;

/**
 * Noise that a lens's sensor gives a part of a picture in green, standard deviation in codes of 8 bits: of its light, its dark
 * current and its reading, and what a JPEG's rounding adds. A frame of a phone that smooths as it develops has less.
 */
export function expectedNoise(
  lens: Lens,
  { level, iso, shutterSeconds, kelvin, sensorCelsius, sensorPixels }: NoisyFrame,
): number {
  const gain = colourResponse(kelvin).gains[1];
  const light = decodeSrgb(level / CODES);
  const well = fullWell(lens, iso);
  const electrons = (light / gain) * well;
  const noise = noiseElectrons(lens, { electrons, shutterSeconds, iso, sensorCelsius });
  const codes = ((noise / well) * gain * CODES) / srgbSlope(light) / Math.sqrt(sensorPixels);
  return Math.sqrt(codes ** 2 + ROUNDING_VARIANCE + JPEG_VARIANCE);
}
