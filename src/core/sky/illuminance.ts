/** One row of the published table: it holds for `fromDeg` <= altitude < the next row's start. */
interface Row {
  readonly fromDeg: number;
  readonly l: readonly [number, number, number, number];
}

// P. K. Seidelmann (ed.), Explanatory Supplement to the Astronomical Almanac (1992), after Janiczek & DeYoung,
// USNO Circular 171 (1987). log10 E = l0 + l1 x + l2 x² + l3 x³, x = true altitude / 90°.
const SUN_ROWS: readonly Row[] = [
  { fromDeg: 20, l: [3.74, 3.97, -4.07, 1.47] },
  { fromDeg: 5, l: [3.05, 13.28, -45.98, 64.33] },
  { fromDeg: -0.8, l: [2.88, 22.26, -207.64, 1034.3] },
  { fromDeg: -5, l: [2.88, 21.81, -258.11, -858.36] },
  { fromDeg: -12, l: [2.7, 12.17, -431.69, -1899.83] },
  { fromDeg: -18, l: [13.84, 262.72, 1447.42, 2797.93] },
];
const MOON_ROWS: readonly Row[] = [
  { fromDeg: 20, l: [-1.95, 4.06, -4.24, 1.56] },
  { fromDeg: 5, l: [-2.58, 12.58, -42.58, 59.06] },
  { fromDeg: -0.8, l: [-2.79, 24.27, -252.95, 1321.29] },
];

function logIlluminance(rows: readonly Row[], altitudeDeg: number): number | undefined {
  const row = rows.find((candidate) => altitudeDeg >= candidate.fromDeg);
  if (row === undefined) return undefined;
  const x = altitudeDeg / 90;
  const [l0, l1, l2, l3] = row.l;
  return l0 + x * (l1 + x * (l2 + x * l3));
}

/**
 * Horizontal illuminance by the sun under a clear sky, in lux; 0 below -18°, where the polynomial is not defined.
 *
 * @param altitudeDeg True (unrefracted) altitude of the centre.
 * @see Seidelmann (1992), table above.
 */
export function sunIlluminance(altitudeDeg: number): number {
  const log = logIlluminance(SUN_ROWS, altitudeDeg);
  return log === undefined ? 0 : 10 ** log;
}

/** Altitude at which twilight has ended: the night sky's own light is left, which its darkness holds already. */
const TWILIGHT_ENDS_DEG = -18;
const NIGHT_LUX = sunIlluminance(TWILIGHT_ENDS_DEG);
/** How softly it ends, in units of the night's light: by so much less than the difference of the two it adds while it is strong. */
const SOFTNESS = 0.5;

/** Horizontal illuminance that the sun adds to that of the night sky, in lux: it fades to 0 at -18°, without a step or a kink. */
export function twilightIlluminance(sunAltitudeDeg: number): number {
  const over = Math.max(0, sunIlluminance(sunAltitudeDeg) / NIGHT_LUX - 1);
  return (NIGHT_LUX * over ** 2) / (over + SOFTNESS);
}

/**
 * Horizontal illuminance by the moon under a clear sky, in lux; 0 below -0.8°. The source's parallax term (at most
 * 0.06 in the logarithm) is left out.
 *
 * @param altitudeDeg True altitude of the centre.
 * @param phaseAngleDeg 0 at full moon, 180 at new moon.
 * @see Seidelmann (1992), table above.
 */
export function moonIlluminance(altitudeDeg: number, phaseAngleDeg: number): number {
  const log = logIlluminance(MOON_ROWS, altitudeDeg);
  return log === undefined ? 0 : 10 ** (log - 8.68e-3 * phaseAngleDeg - 2.2e-9 * phaseAngleDeg ** 4);
}
