import { ASSUMED } from "../assumed";
import { DARK_DOUBLING_CELSIUS } from "../sensor";

/** A phone's sensor that works without a rest comes to lie so far above the air, and by all but 1/e of that in so many seconds. */
const RISE_CELSIUS = ASSUMED["warmth-rise"].value;
const WARMING_SECONDS = ASSUMED["warmth-time"].value;

/**
 * How far a sensor lies above the air, °C: it warms while the shutter is open and cools while it is not.
 *
 * @param beforeCelsius As far as it lay above it before.
 * @param duty Share of the time that the shutter is open, 0 to 1.
 */
export function warmedBy(beforeCelsius: number, seconds: number, duty: number): number {
  const settled = RISE_CELSIUS * duty;
  return settled + (beforeCelsius - settled) * Math.exp(-seconds / WARMING_SECONDS);
}

/** Instants of a run at which its warmth is looked at: it follows one smooth curve. */
const LOOKS = 16;

/** How far above the air the even dark current of a run lies that all of its frames have together, °C. */
export function darkAboveAir(spanSeconds: number, duty: number): number {
  let sum = 0;
  for (let look = 0; look < LOOKS; look++) {
    const seconds = (spanSeconds * (look + 0.5)) / LOOKS;
    sum += 2 ** (warmedBy(0, seconds, duty) / DARK_DOUBLING_CELSIUS);
  }
  return DARK_DOUBLING_CELSIUS * Math.log2(sum / LOOKS);
}
