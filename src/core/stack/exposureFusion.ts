import { buildGaussian, collapseInPlace, type Plane, plane, subtractExpandedInPlace } from "./pyramid";

/** Keeps weights from vanishing everywhere at once. */
const LEAST_WEIGHT = 1e-12;

/** A fusion in the making: the sum of all frames' weights, then the blended pyramid of each channel. */
export interface Fusion {
  readonly width: number;
  readonly height: number;
  readonly weightSum: Float32Array;
  /** For red, green and blue, the finest level first. */
  readonly blended: readonly (readonly Plane[])[];
}

/** Levels until a side is down to about two pixels. */
function levelsFor(width: number, height: number): number {
  return Math.max(1, Math.floor(Math.log2(Math.min(width, height))));
}

/** Begins a fusion of frames of this size. */
export function createFusion(width: number, height: number): Fusion {
  const levels = levelsFor(width, height);
  const empty = () => buildGaussian(plane(width, height), levels);
  return { width, height, weightSum: new Float32Array(width * height), blended: [empty(), empty(), empty()] };
}

/** Encoded channel of an interleaved 16-bit picture, 0 to 1. */
function channelOf(samples: Uint16Array, channel: number, { width, height }: Fusion): Plane {
  const out = plane(width, height);
  for (let i = 0; i < out.data.length; i++) out.data[i] = samples[3 * i + channel]! / 65_535;
  return out;
}

/**
 * Weight of each pixel: contrast times saturation. The third measure of the paper, how near a value lies to middle grey, is left out,
 * as OpenCV's MergeMertens leaves it out where nobody asks for it: it draws every night towards dusk.
 *
 * @param samples Interleaved sRGB codes of 16 bits.
 */
function weightsOf(samples: Uint16Array, { width, height }: Fusion): Float32Array {
  const grey = new Float32Array(width * height);
  for (let i = 0; i < grey.length; i++) {
    grey[i] = (samples[3 * i]! + samples[3 * i + 1]! + samples[3 * i + 2]!) / (3 * 65_535);
  }
  const weights = new Float32Array(width * height);
  for (let y = 0; y < height; y++) {
    const above = width * Math.max(0, y - 1);
    const below = width * Math.min(height - 1, y + 1);
    for (let x = 0; x < width; x++) {
      const at = y * width + x;
      const left = y * width + Math.max(0, x - 1);
      const right = y * width + Math.min(width - 1, x + 1);
      const middle = grey[at]!;
      const contrast = Math.abs(grey[above + x]! + grey[below + x]! + grey[left]! + grey[right]! - 4 * middle);
      const red = samples[3 * at]! / 65_535;
      const green = samples[3 * at + 1]! / 65_535;
      const blue = samples[3 * at + 2]! / 65_535;
      const saturation = Math.sqrt(((red - middle) ** 2 + (green - middle) ** 2 + (blue - middle) ** 2) / 3);
      weights[at] = contrast * saturation + LEAST_WEIGHT;
    }
  }
  return weights;
}

/** First pass: adds a frame's weights to their sum, in place. */
export function weighFrame(fusion: Fusion, samples: Uint16Array): void {
  const { weightSum } = fusion;
  const weights = weightsOf(samples, fusion);
  for (let i = 0; i < weightSum.length; i++) weightSum[i] = weightSum[i]! + weights[i]!;
}

/** Second pass, after all frames were weighed: blends a frame in, level by level, in place. */
export function blendFrame(fusion: Fusion, samples: Uint16Array): void {
  const { width, height, weightSum, blended } = fusion;
  const share = weightsOf(samples, fusion);
  for (let i = 0; i < share.length; i++) share[i] = share[i]! / weightSum[i]!;
  const levels = blended[0]!.length;
  const weights = buildGaussian({ width, height, data: share }, levels);
  for (let channel = 0; channel < 3; channel++) {
    const details = buildGaussian(channelOf(samples, channel, fusion), levels);
    for (let level = 0; level < levels - 1; level++) subtractExpandedInPlace(details[level]!, details[level + 1]!);
    for (let level = 0; level < levels; level++) {
      const target = blended[channel]![level]!.data;
      const detail = details[level]!.data;
      const weight = weights[level]!.data;
      for (let i = 0; i < target.length; i++) target[i] = target[i]! + detail[i]! * weight[i]!;
    }
  }
}

/**
 * The fused picture, interleaved sRGB codes of 16 bits; the fusion's pyramids are used up.
 *
 * @see Mertens, Kautz & Van Reeth, "Exposure fusion", Pacific Graphics (2007).
 */
export function fusedPicture({ width, height, blended }: Fusion): Uint16Array {
  const out = new Uint16Array(3 * width * height);
  blended.forEach((levels, channel) => {
    const { data } = collapseInPlace(levels);
    for (let i = 0; i < data.length; i++) {
      out[3 * i + channel] = Math.floor(65_535 * Math.max(0, Math.min(1, data[i]!)) + 0.5);
    }
  });
  return out;
}
