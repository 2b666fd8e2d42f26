import {
  type ClippedShares,
  type EdgeWidth,
  exposureErrors,
  lumaWithClips,
  type MeteredPicture,
  type MeteringMode,
  sharpnessOf,
} from "../picture";
import { type ImageNoise, imageNoise } from "./imageNoise";
import { litShare } from "./litShare";
import { pointImages } from "./pointImages";
import { sharpnessMap } from "./sharpnessMap";
import { marksOf, type PointMark, type Smear, smearOf } from "./smear";

/** What a picture says of itself, whatever is known of how it was taken. */
export interface PictureFigures extends ClippedShares {
  /** Over (+) or under (-) the meter's level by each way of metering, stops. */
  readonly exposureError: Readonly<Record<MeteringMode, number>>;
  /** Null where no part of it is flat. */
  readonly noise: ImageNoise | null;
  /** Width of its sharpest edges, pixels; null where it has too few. */
  readonly sharpPx: number | null;
  /** How far its edges are drawn out in one direction; null where they are not. */
  readonly edgeShake: EdgeWidth | null;
  /** Detail of its parts over noise, row by row; see `sharpnessMap`. */
  readonly sharpness: readonly number[];
  /** Images of stars and far lamps. */
  readonly points: number;
  /** The shape that they share; null where there are too few. */
  readonly smear: Smear | null;
  /** Some of the brightest of them, as they are shown. */
  readonly marks: readonly PointMark[];
  readonly hotPixels: number;
  /** Share of the picture that stands clear of its usual light: trails, lamps and what they light. */
  readonly litShare: number;
}

/** More marks than this hide the picture. */
const MOST_MARKS = 16;

/** Noise of luma from that of its channels, which are independent: weights of Rec. 709. */
const lumaNoise = ({ red, green, blue }: ImageNoise): number => Math.hypot(0.2126 * red, 0.7152 * green, 0.0722 * blue);

/**
 * Measures a picture.
 *
 * @param light Its brightness and clipped shares, for whoever needs them too: reading its samples takes a fifth of the time.
 * @throws RangeError when the samples are not width times height pixels.
 */
export function inspectPicture(picture: MeteredPicture, light = lumaWithClips(picture)): PictureFigures {
  const { brightness, clips } = light;
  const noise = imageNoise(picture, brightness.luma);
  const { px = null, shake = null } = sharpnessOf(brightness) ?? {};
  const { count, shaped, hotPixels } = pointImages(picture, brightness.luma);
  return {
    exposureError: exposureErrors(picture),
    ...clips,
    noise,
    sharpPx: px,
    edgeShake: shake,
    sharpness: sharpnessMap(brightness, noise ? lumaNoise(noise) : 0),
    points: count,
    smear: smearOf(shaped),
    marks: marksOf(shaped, MOST_MARKS),
    hotPixels,
    litShare: litShare(brightness.luma),
  };
}
