import { codeLights } from "../stack/lightCodes";
import type { ChannelNoise, NoiseModel } from "./noise";

// A scale of light on which a picture's noise is 1 everywhere, dark or bright. @see Anscombe (1948); Starck, Murtagh & Bijaoui (1995) for
// noise of reading beside that of light. It begins at 0 for no light, so that nothing is lost in single precision.

const CODES = 65_536;
/** Variance of what is written in 16 bits: a picture without noise has that of its last digit. */
const LEAST_VARIANCE = 1e-12;

const held = ({ flat, slope }: ChannelNoise) => ({ flat: Math.max(LEAST_VARIANCE, flat), slope: Math.max(0, slope) });

/** Light on the scale of even noise. */
export function evened(noise: ChannelNoise, light: number): number {
  const { flat, slope } = held(noise);
  // The difference of two roots by their sum, which also holds where the slope is nothing.
  return (2 * light) / (Math.sqrt(slope * light + flat) + Math.sqrt(flat));
}

/** What makes light of a value on that scale: the number of its square and its own. */
export function unevening(noise: ChannelNoise): readonly [number, number] {
  const { flat, slope } = held(noise);
  return [slope / 4, Math.sqrt(flat)];
}

/** Of each channel, each 16-bit code's light on the scale of even noise, one channel after the other. */
export function evenedCodes(noise: NoiseModel): Float32Array {
  const lights = codeLights();
  const out = new Float32Array(3 * CODES);
  for (const [channel, each] of noise.entries())
    for (let code = 0; code < CODES; code++) out[channel * CODES + code] = evened(each, lights[code]!);
  return out;
}
