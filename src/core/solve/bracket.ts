import { type Ladder, nearestRung } from "../light";

/**
 * Shutter times of a bracket around one, a number of stops apart, from the phone's own ladder; rungs that would come
 * twice are left out, so at an end of the ladder there are fewer.
 */
export function bracketShutters(ladder: Ladder, middleSeconds: number, stepStops: number, each: number): number[] {
  const wanted = Array.from({ length: 2 * each + 1 }, (_, index) => middleSeconds * 2 ** ((index - each) * stepStops));
  return [...new Set(wanted.map((seconds) => nearestRung(ladder, seconds)))];
}

/** Stops from the middle frame of a bracket to its shortest and to its longest. */
export const bracketReach = (frames: number, stepStops: number): number => ((frames - 1) / 2) * stepStops;
