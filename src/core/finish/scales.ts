import { evenedCodes } from "./evenNoise";
import type { Plane } from "./guided";
import type { NoiseModel } from "./noise";
import type { CodedPicture } from "./picture";

// Noise by the size of its grains. A picture is taken apart into details of 1, 2, 4 and 8 pixels by smoothing it further and further, none
// left out ("à trous"). @see Holschneider et al. (1989); Starck & Murtagh (1994) for the spline's weights

/** Sizes of details that are told apart: from 2^0 to 2^3 pixels. */
export const SCALES = 4;
/** How far a pixel's details reach: twice each scale's step, and a pixel for what lies about it. */
export const REACH = 2 * (2 ** SCALES - 1) + SCALES;
/** Of the two outer ones of five, the two beside the middle, and that. */
const WEIGHTS = [1 / 16, 1 / 4, 3 / 8] as const;
/** Deviations that white noise of deviation 1 has at each scale. @see Starck & Murtagh (1998), Automatic noise estimation, table 1 */
const WHITE_DEVIATIONS = [0.889, 0.2, 0.086, 0.041] as const;
/** Grains are coarser than white noise where pixels are worked out of their neighbours; up to so many times is still noise. */
const MOST_COARSE = 4;

/** Deviations of noise on the scale of even noise, by the size of its grains; of brightness, and of colours. */
export interface GrainSizes {
  readonly brightness: readonly number[];
  readonly colour: readonly number[];
}

/** Of 16 bits. */
const CODES = 65_536;

const mirrored = (place: number, count: number): number => {
  if (count === 1) return 0;
  const period = 2 * (count - 1);
  const at = ((place % period) + period) % period;
  return at >= count ? period - at : at;
};

/** A plane smoothed by a spline whose weights stand `step` pixels apart; mirrored at its edges. */
export function smoothed({ width, height, values }: Plane, step: number): Plane {
  const down = new Float32Array(values.length);
  const out = new Float32Array(values.length);
  const [far, near, own] = WEIGHTS;
  /** Where the five values about each place begin, in columns or rows. */
  const abouts = (count: number) =>
    [-2, -1, 0, 1, 2].map((by) => Int32Array.from({ length: count }, (_, at) => mirrored(at + by * step, count)));
  const [a, b, c, d, e] = abouts(height) as [Int32Array, Int32Array, Int32Array, Int32Array, Int32Array];
  for (let y = 0, at = 0; y < height; y++) {
    const [first, second, third] = [width * a[y]!, width * b[y]!, width * c[y]!];
    const [fourth, fifth] = [width * d[y]!, width * e[y]!];
    for (let x = 0; x < width; x++, at++)
      down[at] =
        far * (values[first + x]! + values[fifth + x]!) +
        near * (values[second + x]! + values[fourth + x]!) +
        own * values[third + x]!;
  }
  const [l, m, n, o, p] = abouts(width) as [Int32Array, Int32Array, Int32Array, Int32Array, Int32Array];
  for (let y = 0, at = 0; y < height; y++) {
    const row = y * width;
    for (let x = 0; x < width; x++, at++)
      out[at] =
        far * (down[row + l[x]!]! + down[row + p[x]!]!) +
        near * (down[row + m[x]!]! + down[row + o[x]!]!) +
        own * down[row + n[x]!]!;
  }
  return { width, height, values: out };
}

/** Side of the tiles that are looked at, and how many across the picture's longer side at most. */
const TILE = 96;
const MOST_ACROSS = 5;
/** Of the tiles, those that vary as little as this share of them are even: what varies there is noise. */
const EVEN_SHARE = 0.25;
/** The middle of absolute values of a normal distribution of deviation 1. */
const MIDDLE_OF_NORMAL = 0.6745;

/** So many of a tile's details tell as much as all. */
const MOST_SORTED = 2500;

/** Deviation by the middle of absolute values, which what is no noise hardly moves. */
function deviationOf(details: Float32Array): number {
  const every = Math.max(1, Math.floor(details.length / MOST_SORTED));
  const sorted = Float32Array.from({ length: Math.floor(details.length / every) }, (_, at) =>
    Math.abs(details[at * every]!),
  ).sort();
  return sorted[sorted.length >> 1]! / MIDDLE_OF_NORMAL;
}

/** Brightness and two colours of a tile, on the scale of even noise. */
function tileOf({ width, samples }: CodedPicture, tables: Float32Array, left: number, top: number): Plane[] {
  const planes = [0, 1, 2].map(() => new Float32Array(TILE * TILE));
  for (let y = 0, at = 0; y < TILE; y++)
    for (let x = 0, from = 3 * ((top + y) * width + left); x < TILE; x++, at++, from += 3) {
      const r = tables[samples[from]!]!;
      const g = tables[CODES + samples[from + 1]!]!;
      const b = tables[2 * CODES + samples[from + 2]!]!;
      planes[0]![at] = (r + g + b) / Math.sqrt(3);
      planes[1]![at] = (r - b) / Math.SQRT2;
      planes[2]![at] = (r - 2 * g + b) / Math.sqrt(6);
    }
  return planes.map((values) => ({ width: TILE, height: TILE, values }));
}

/** Deviations of a plane's details at each scale. */
export function detailDeviations(plane: Plane): number[] {
  let current = plane;
  return Array.from({ length: SCALES }, (_, scale) => {
    const coarse = smoothed(current, 2 ** scale);
    const deviation = deviationOf(current.values.map((value, at) => value - coarse.values[at]!));
    current = coarse;
    return deviation;
  });
}

/** Noise whose pixels know nothing of each other. */
export const WHITE_GRAINS: GrainSizes = { brightness: WHITE_DEVIATIONS, colour: WHITE_DEVIATIONS };

/** Measures a picture's noise by the size of its grains; too small a picture is taken to have white noise. */
export function measureGrains(picture: CodedPicture, noise: NoiseModel): GrainSizes {
  const [across, down] = [picture.width, picture.height].map((size) =>
    Math.min(MOST_ACROSS, Math.floor(size / TILE)),
  ) as [number, number];
  const tables = evenedCodes(noise);
  const found: number[][][] = [];
  for (let row = 0; row < down; row++)
    for (let column = 0; column < across; column++) {
      const left = Math.floor((column * (picture.width - TILE)) / Math.max(1, across - 1));
      const top = Math.floor((row * (picture.height - TILE)) / Math.max(1, down - 1));
      found.push(tileOf(picture, tables, left, top).map(detailDeviations));
    }
  const even = (planes: readonly number[], scale: number): number => {
    const all = found.flatMap((tile) => planes.map((plane) => tile[plane]![scale]!)).sort((a, b) => a - b);
    const measured = all[Math.floor(EVEN_SHARE * all.length)] ?? WHITE_DEVIATIONS[scale]!;
    return Math.min(measured, MOST_COARSE * WHITE_DEVIATIONS[scale]!);
  };
  const scales = Array.from({ length: SCALES }, (_, scale) => scale);
  return { brightness: scales.map((scale) => even([0], scale)), colour: scales.map((scale) => even([1, 2], scale)) };
}
