/** CIE 1931 chromaticity. */
export interface Chromaticity {
  readonly x: number;
  readonly y: number;
}

/** Linear sRGB triple, R G B. */
export type Rgb = readonly [number, number, number];

/**
 * Chromaticity of a black body.
 *
 * @param kelvin 1,667 to 25,000.
 * @throws RangeError outside of that span.
 * @see Kang et al., J. Korean Phys. Soc. 41 (2002), 865-871.
 */
export function planckianChromaticity(kelvin: number): Chromaticity {
  if (!(kelvin >= 1667 && kelvin <= 25000))
    throw new RangeError(`colour temperature must be 1667 to 25000 K, got ${kelvin}`);
  const t = 1000 / kelvin;
  const x =
    kelvin <= 4000
      ? ((-0.2661239 * t - 0.234358) * t + 0.8776956) * t + 0.17991
      : ((-3.0258469 * t + 2.1070379) * t + 0.2226347) * t + 0.24039;
  if (kelvin <= 2222) return { x, y: ((-1.1063814 * x - 1.3481102) * x + 2.18555832) * x - 0.20219683 };
  if (kelvin <= 4000) return { x, y: ((-0.9549476 * x - 1.37418593) * x + 2.09137015) * x - 0.16748867 };
  return { x, y: ((3.081758 * x - 5.8733867) * x + 3.75112997) * x - 0.37001483 };
}

/** The least a channel of a light's colour is taken to be: saturated lamps lie outside of the sRGB triangle. */
const LEAST_CHANNEL = 0.01;

/**
 * Colour of a black body's light as linear sRGB of luminance 1 (0.2126 R + 0.7152 G + 0.0722 B = 1). Channels that
 * would be negative, outside of sRGB's triangle, are held at a small positive value.
 *
 * @see IEC 61966-2-1 for the matrix.
 */
export function blackBodyRgb(kelvin: number): Rgb {
  const { x, y } = planckianChromaticity(kelvin);
  const bigX = x / y;
  const bigZ = (1 - x - y) / y;
  const r = Math.max(LEAST_CHANNEL, 3.2406 * bigX - 1.5372 - 0.4986 * bigZ);
  const g = Math.max(LEAST_CHANNEL, -0.9689 * bigX + 1.8758 + 0.0415 * bigZ);
  const b = Math.max(LEAST_CHANNEL, 0.0557 * bigX - 0.204 + 1.057 * bigZ);
  const luminance = 0.2126 * r + 0.7152 * g + 0.0722 * b;
  return [r / luminance, g / luminance, b / luminance];
}
