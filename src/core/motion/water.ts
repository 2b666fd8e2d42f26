import { figureOf, type OwnFigures } from "../assumed";

/** Kinds of water, by how fast they forget their pattern. */
export const WATERS = {
  rapids: { name: "rapids and falls" },
  chop: { name: "small waves" },
  swell: { name: "swell" },
} as const;
/** A kind of water, by how fast its pattern forgets itself. */
export type WaterKind = keyof typeof WATERS;

/** Time in which the pattern of a kind of water forgets itself, seconds. */
export const memorySeconds = (water: WaterKind, own: OwnFigures): number => figureOf(own, water);

/**
 * Contrast left in a pattern that forgets itself over `tauSeconds`, averaged over the open shutter, 0 to 1:
 * sqrt(2τ/t · (1 - τ/t · (1 - e^(-t/τ)))), the standard deviation of the time mean of an exponentially correlated signal.
 *
 * @see Papoulis, Probability, Random Variables and Stochastic Processes (1991), section 12-1.
 */
export function waterContrast(tauSeconds: number, shutterSeconds: number): number {
  const share = tauSeconds / shutterSeconds;
  return Math.sqrt(2 * share * (1 - share * (1 - Math.exp(-1 / share))));
}

/** Shutter at which this contrast is left, seconds; the inverse of `waterContrast` in its second argument. */
export function shutterForContrast(tauSeconds: number, contrast: number): number {
  let low = tauSeconds * 1e-3;
  let high = tauSeconds * 1e6;
  for (let step = 0; step < 80; step++) {
    const middle = Math.sqrt(low * high);
    if (waterContrast(tauSeconds, middle) > contrast) low = middle;
    else high = middle;
  }
  return Math.sqrt(low * high);
}
