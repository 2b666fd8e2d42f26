/** A phone's sensor that works without a rest comes to lie so far above the air, and by 1/e of that in so many seconds; assumed. */
const RISE_CELSIUS = 12;
const WARMING_SECONDS = 400;

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
