import { codeLights, codeOfLight } from "../stack/lightCodes";
import { colourUnder, developed, type PixelPlace, type SettledLook } from "./develop";
import type { NoiseModel } from "./noise";
import type { CodedPicture } from "./picture";

// What a look costs a picture beside what is white and black: colours that a screen cannot show, and steps that an eye sees where a file of
// 8 bits is raised far.

/** Shares of a picture, 0 to 1. */
export interface Losses {
  /** Colours that sRGB cannot hold. */
  readonly gamut: number;
  /** Even places whose tones come out in steps. */
  readonly banding: number;
}

/** So many pixels tell as much as all. */
const MOST_LOOKED = 3000;
/** A channel that comes out so far below none is a colour beyond those of sRGB: a code of 8 bits of a dark picture. */
const BEYOND = -0.0005;
/** What lies between two codes of 8 bits, in codes of 16. */
const STEP = 257;
/** A step of so many codes of 8 bits is seen beside the next, unless noise of this part of a code of the file hides it. */
const SEEN_STEP = 1.5;
const HIDING_NOISE = 0.5;

/**
 * Tells what a look costs.
 *
 * @param parts Each pixel's surroundings and its part in each light.
 * @param depth Bits of the file that the picture came from.
 */
export function lossesOf(
  look: SettledLook,
  { samples }: CodedPicture,
  { surroundings, parts }: { readonly surroundings: Float32Array; readonly parts: readonly (Float32Array | null)[] },
  { depth, noise }: { readonly depth: 8 | 16; readonly noise: NoiseModel },
): Losses {
  const lights = codeLights();
  const pixels = samples.length / 3;
  const every = Math.max(1, Math.floor(pixels / MOST_LOOKED));
  let [looked, beyond, stepped] = [0, 0, 0];
  for (let pixel = 0; pixel < pixels; pixel += every) {
    const codes = [samples[3 * pixel]!, samples[3 * pixel + 1]!, samples[3 * pixel + 2]!] as const;
    const rgb = [lights[codes[0]]!, lights[codes[1]]!, lights[codes[2]]!] as const;
    const at: PixelPlace = { surroundings: surroundings[pixel]!, parts: (light) => parts[light]?.[pixel] ?? 0 };
    looked++;
    if (Math.min(...colourUnder(look, rgb, at)) < BEYOND) beyond++;
    if (depth === 16) continue;
    const next = codes.map((code) => lights[Math.min(65_535, code + STEP)]!) as unknown as typeof rgb;
    const step = next[1] - rgb[1];
    const { flat, slope } = noise[1];
    if (Math.sqrt(flat + slope * rgb[1]) > HIDING_NOISE * step) continue;
    const [from, to] = [developed(look, rgb, at)[1], developed(look, next, at)[1]];
    if ((codeOfLight(to) - codeOfLight(from)) / STEP > SEEN_STEP) stepped++;
  }
  return { gamut: beyond / looked, banding: stepped / looked };
}
