import type { StackMethod } from "./methodIds";
import { methodOf } from "./methods";

/** Pictures a second that a film has at most: more is not seen. */
const MOST_PER_SECOND = 25;
/** Fewer and it is a row of slides: a picture is shown more than once then. */
const LEAST_PER_SECOND = 5;
/** How long it stays at its end. */
const HELD_SECONDS = 1.5;

/** How long a picture may take to grow, seconds. */
export const FILM_SECONDS = { least: 2, most: 30, usual: 6 } as const;

/** When a film shows what of a picture that grows. */
export interface FilmTimes {
  readonly framesPerSecond: number;
  /** After which frames, from 0, the picture is shown, in order; one more than once where there are few. The last one is the last. */
  readonly shown: readonly number[];
  /** So many pictures stay at its end. */
  readonly held: number;
}

/** Whether what a method makes of frames can be seen growing: it folds them as they come. */
export const growsByFrames = (method: StackMethod): boolean => methodOf(method).whole.kind === "folded";

/** When a film of so many frames, which grows for so many seconds, shows what. */
export function filmTimes(frames: number, seconds: number): FilmTimes {
  const framesPerSecond = Math.max(LEAST_PER_SECOND, Math.min(MOST_PER_SECOND, frames / seconds));
  const pictures = Math.max(1, Math.round(framesPerSecond * seconds));
  const shown = Array.from({ length: pictures }, (_, at) => Math.ceil(((at + 1) * frames) / pictures) - 1);
  return { framesPerSecond, shown, held: Math.round(HELD_SECONDS * framesPerSecond) };
}
