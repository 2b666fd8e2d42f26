import { codeLights } from "../stack/lightCodes";
import { LUMINANCE, luminanceOf } from "./colour";
import type { CodedPicture } from "./picture";

// What noise a picture has, as it is: its variance rises straight with light, whatever sensor, number of frames and file made it so.

/** Variance of a channel's linear light: `flat` of darkness and what reading adds, `slope` for each unit of light. */
export interface ChannelNoise {
  readonly flat: number;
  readonly slope: number;
}
/** Noise of red, green and blue. */
export type NoiseModel = readonly [ChannelNoise, ChannelNoise, ChannelNoise];

/** Side of the blocks that are looked at, and about how many. */
const BLOCK = 16;
const MOST_BLOCKS = 3000;
/** Of blocks as bright, those as even as the evenest fifth are flat: what varies in them is noise. */
const EVEN_SHARE = 0.2;
/** By so much the evenest fifth of blocks of pure noise vary less than all of them. */
const EVEN_BIAS = 0.87;
const LEAST_IN_BIN = 10;
/** Nearly white blocks are cut off, not even. */
const MOST_CODE = 63_000;
/** Variance that (1 -2 1)² makes of a variance of 1. @see Immerkær (1996), Fast noise variance estimation */
const KERNEL_VARIANCE = 36;
/** Bins of brightness: halves of stops. */
const BINS_PER_STOP = 2;

const block = new Float64Array(BLOCK * BLOCK);

/** Mean and variance of noise of a channel in a block; null where it is nearly white. */
function blockNoise(
  { width, samples }: CodedPicture,
  lights: Float64Array,
  left: number,
  top: number,
  channel: number,
) {
  let sum = 0;
  for (let y = 0, at = 0; y < BLOCK; y++)
    for (let x = 0, from = 3 * ((top + y) * width + left) + channel; x < BLOCK; x++, from += 3, at++) {
      const code = samples[from]!;
      if (code > MOST_CODE) return null;
      block[at] = lights[code]!;
      sum += block[at]!;
    }
  let squares = 0;
  for (let y = 1; y < BLOCK - 1; y++)
    for (let x = 1, at = y * BLOCK + 1; x < BLOCK - 1; x++, at++) {
      const corners = block[at - BLOCK - 1]! + block[at - BLOCK + 1]! + block[at + BLOCK - 1]! + block[at + BLOCK + 1]!;
      const sides = block[at - BLOCK]! + block[at + BLOCK]! + block[at - 1]! + block[at + 1]!;
      const differs = corners - 2 * sides + 4 * block[at]!;
      squares += differs * differs;
    }
  return { mean: sum / BLOCK ** 2, variance: squares / KERNEL_VARIANCE / (BLOCK - 2) ** 2 };
}

/** The straight line of variance over light that fits best, by relative distance; neither part below 0. */
function fitted(points: readonly { readonly mean: number; readonly variance: number }[]): ChannelNoise {
  let [w, wx, wy, wxx, wxy] = [0, 0, 0, 0, 0];
  for (const { mean, variance } of points) {
    const weight = 1 / Math.max(1e-18, variance * variance);
    w += weight;
    wx += weight * mean;
    wy += weight * variance;
    wxx += weight * mean * mean;
    wxy += weight * mean * variance;
  }
  if (w === 0) return { flat: 0, slope: 0 };
  const determinant = w * wxx - wx * wx;
  const slope = determinant > 0 ? (w * wxy - wx * wy) / determinant : 0;
  const flat = (wy - slope * wx) / w;
  if (slope < 0) return { flat: wy / w, slope: 0 };
  return flat < 0 ? { flat: 0, slope: wxy / wxx } : { flat, slope };
}

/** Measures a picture's noise in its evenest parts. */
export function measureNoise(whole: CodedPicture): NoiseModel {
  const lights = codeLights();
  const blocks = Math.floor(whole.width / BLOCK) * Math.floor(whole.height / BLOCK);
  const stride = BLOCK * Math.max(1, Math.round(Math.sqrt(blocks / MOST_BLOCKS)));
  return [0, 1, 2].map((channel) => {
    const bins = new Map<number, { mean: number; variance: number }[]>();
    for (let top = 0; top + BLOCK <= whole.height; top += stride)
      for (let left = 0; left + BLOCK <= whole.width; left += stride) {
        const found = blockNoise(whole, lights, left, top, channel);
        if (!found || found.mean <= 0) continue;
        const bin = Math.round(BINS_PER_STOP * Math.log2(found.mean));
        const known = bins.get(bin);
        if (known) known.push(found);
        else bins.set(bin, [found]);
      }
    const even = [...bins.values()].flatMap((all) => {
      if (all.length < LEAST_IN_BIN) return [];
      const sorted = all.sort((a, b) => a.variance - b.variance);
      const { mean, variance } = sorted[Math.floor(EVEN_SHARE * sorted.length)]!;
      return [{ mean, variance: variance / EVEN_BIAS }];
    });
    return fitted(even);
  }) as unknown as NoiseModel;
}

/** Deviation of luminance by noise, as a share of it, of light of some colour. */
export function noiseShare(model: NoiseModel, rgb: readonly [number, number, number]): number {
  const variance = model.reduce(
    (sum, { flat, slope }, at) => sum + LUMINANCE[at]! ** 2 * (flat + slope * Math.max(0, rgb[at]!)),
    0,
  );
  return Math.sqrt(variance) / Math.max(1e-9, luminanceOf(rgb));
}

/** Deepest stops under white that are told. */
const DEEPEST_STOPS = -16;

/** Luminance that is as much as its own noise, stops under white: what lies below cannot be told from it. */
export function noiseFloorStops(model: NoiseModel): number {
  const [flat, slope] = (["flat", "slope"] as const).map((part) =>
    model.reduce((sum, channel, at) => sum + LUMINANCE[at]! ** 2 * channel[part], 0),
  ) as [number, number];
  // L² = flat + slope L.
  const light = (slope + Math.sqrt(slope * slope + 4 * flat)) / 2;
  return Math.max(DEEPEST_STOPS, Math.log2(Math.max(light, 2 ** DEEPEST_STOPS)));
}
