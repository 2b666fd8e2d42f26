import { blackBodyRgb, type Rgb } from "../light";

/** What the raw channels see of a neutral light, relative to green: a colour filter array's usual unevenness. */
export const CHANNEL_SENSITIVITY: Rgb = [0.55, 1, 0.66];

/**
 * Channel gains that make a black body of this temperature neutral, the least of them 1 so that clipped stays white.
 *
 * @throws RangeError outside of 1,667 to 25,000 K.
 */
export function whiteBalanceGains(kelvin: number): Rgb {
  const light = blackBodyRgb(kelvin);
  const gain = (channel: 0 | 1 | 2) => 1 / (CHANNEL_SENSITIVITY[channel] * light[channel]);
  const least = Math.min(gain(0), gain(1), gain(2));
  return [gain(0) / least, gain(1) / least, gain(2) / least];
}
