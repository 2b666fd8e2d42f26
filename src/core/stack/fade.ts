import { decodeSrgb } from "../picture/srgb";
import { WEIGHT_STEPS } from "./accumulators";

/** Over how many frames a stack comes in at its beginning and goes out at its end. */
export interface Fade {
  readonly in: number;
  readonly out: number;
}

/** No frame counts for less than another. */
export const NO_FADE: Fade = { in: 0, out: 0 };

/** A weight in whole steps, one at least. */
export const wholeSteps = (weight: number): number => Math.max(1, Math.round(WEIGHT_STEPS * weight)) / WEIGHT_STEPS;

/**
 * What each of a run's frames counts for, 0 to 1, in the order in which they were taken: their light rises and falls evenly to the
 * eye, by the curve of sRGB.
 */
export const fadeWeights = (frames: number, fade: Fade): number[] =>
  Array.from({ length: frames }, (_, at) => {
    const shown = Math.min(1, (at + 1) / (fade.in + 1), (frames - at) / (fade.out + 1));
    return wholeSteps(decodeSrgb(shown));
  });
