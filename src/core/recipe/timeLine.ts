import type { Recipe, Sequence } from "./recipe";
import { frameShutters } from "./shutters";

/** One frame's open shutter, in seconds after the release (the moment of pressing). */
export interface FrameTime {
  readonly index: number;
  readonly opensSeconds: number;
  readonly closesSeconds: number;
}

/** What a phone needs between the end of one frame and the start of the next. */
export interface PhonePace {
  /** Time to read out and write a frame before the next can begin. */
  readonly writeSeconds: number;
}

/**
 * Start-to-start time that a sequence really gets: the recipe's period, or, where the recipe leaves it open or asks
 * for less than the phone can do, the shutter time plus the write time.
 */
export function effectivePeriodSeconds(sequence: Sequence, { writeSeconds }: PhonePace): number {
  return Math.max(sequence.periodSeconds ?? 0, sequence.shutterSeconds + writeSeconds);
}

/** When each frame of a recipe opens and closes; empty for a recipe without a shutter time. */
export function frameTimes(recipe: Recipe, pace: PhonePace): FrameTime[] {
  const { sequence } = recipe;
  if (sequence === null) return [];
  const delay = recipe.delaySeconds ?? 0;
  if (recipe.bracketStops === null) {
    const period = effectivePeriodSeconds(sequence, pace);
    return Array.from({ length: sequence.frames }, (_, index) => {
      const opensSeconds = delay + index * period;
      return { index, opensSeconds, closesSeconds: opensSeconds + sequence.shutterSeconds };
    });
  }
  let opensSeconds = delay;
  return frameShutters(recipe).map((shutterSeconds, index) => {
    const time = { index, opensSeconds, closesSeconds: opensSeconds + shutterSeconds };
    opensSeconds += Math.max(sequence.periodSeconds ?? 0, shutterSeconds + pace.writeSeconds);
    return time;
  });
}

/** Whole length of a run from release to the last frame's end, in seconds; 0 without a shutter time. */
export function runSeconds(recipe: Recipe, pace: PhonePace): number {
  const { sequence } = recipe;
  if (sequence === null) return 0;
  if (recipe.bracketStops !== null) return frameTimes(recipe, pace).at(-1)!.closesSeconds;
  const lastOpens = (recipe.delaySeconds ?? 0) + (sequence.frames - 1) * effectivePeriodSeconds(sequence, pace);
  return lastOpens + sequence.shutterSeconds;
}

/**
 * Number of frames that fit into a span: floor((span - shutter) / period) + 1; 0 when not even one does.
 *
 * @throws RangeError when the period is shorter than the shutter time.
 */
export function framesInSpan({
  spanSeconds,
  shutterSeconds,
  periodSeconds,
}: {
  readonly spanSeconds: number;
  readonly shutterSeconds: number;
  readonly periodSeconds: number;
}): number {
  if (!(periodSeconds >= shutterSeconds))
    throw new RangeError(`period ${periodSeconds} s < shutter ${shutterSeconds} s`);
  return spanSeconds < shutterSeconds ? 0 : Math.floor((spanSeconds - shutterSeconds) / periodSeconds) + 1;
}
