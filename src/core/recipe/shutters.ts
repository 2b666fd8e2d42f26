import type { Recipe } from "./recipe";

/** Stops over the first frame at a part of a run, 0 to 1: evenly from 0 to each of the ramp's places in turn. */
export function rampAt(rampStops: readonly number[], part: number): number {
  const at = Math.max(0, Math.min(1, part)) * rampStops.length;
  const place = Math.min(rampStops.length - 1, Math.floor(at));
  const from = place === 0 ? 0 : rampStops[place - 1]!;
  return from + (at - place) * (rampStops[place]! - from);
}

/**
 * Shutter time of each frame of a recipe, seconds: all the same; those of a bracket, the shortest first, a number of stops apart
 * around the line's own; or those of a ramp. Empty without a shutter time.
 */
export function frameShutters({ sequence, bracketStops, rampStops }: Recipe): number[] {
  if (sequence === null) return [];
  const { frames, shutterSeconds } = sequence;
  const step = bracketStops ?? 0;
  const ramp = (index: number) => (rampStops === null || frames === 1 ? 0 : rampAt(rampStops, index / (frames - 1)));
  return Array.from(
    { length: frames },
    (_, index) => shutterSeconds * 2 ** ((index - (frames - 1) / 2) * step + ramp(index)),
  );
}
