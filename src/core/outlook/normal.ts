/** Density of a standard normal distribution at `z`. */
export const normalDensity = (z: number): number => Math.exp((-z * z) / 2) / Math.sqrt(2 * Math.PI);

/** Share of a standard normal distribution above `z`. @see Abramowitz & Stegun (1964), 26.2.17, error under 7.5e-8 */
export function normalTail(z: number): number {
  if (z < 0) return 1 - normalTail(-z);
  const t = 1 / (1 + 0.2316419 * z);
  const sum = t * (0.31938153 + t * (-0.356563782 + t * (1.781477937 + t * (-1.821255978 + t * 1.330274429))));
  return normalDensity(z) * sum;
}
