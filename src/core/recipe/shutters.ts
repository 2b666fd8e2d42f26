import type { Recipe } from "./recipe";

/**
 * Shutter time of each frame of a recipe, seconds: all the same, or those of a bracket, the shortest first, a number of
 * stops apart around the line's own. Empty without a shutter time.
 */
export function frameShutters({ sequence, bracketStops }: Recipe): number[] {
  if (sequence === null) return [];
  const { frames, shutterSeconds } = sequence;
  const step = bracketStops ?? 0;
  return Array.from({ length: frames }, (_, index) => shutterSeconds * 2 ** ((index - (frames - 1) / 2) * step));
}
