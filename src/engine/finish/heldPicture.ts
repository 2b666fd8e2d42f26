import type { Area, StarDrift } from "@/core/finish";
import type { Thread } from "../thread";
import { startFinisher } from "./finishPicture";
import type { FinishThread } from "./finishThread";
import type { FinishedPicture, Survey } from "./survey";

// The picture that somebody finishes stays decoded in a thread, so that a close look at it is there at once. One picture at a time; it goes
// when another one comes, or when nobody has asked for a while.

interface Held {
  readonly key: string;
  readonly thread: Thread<FinishThread>;
  readonly survey: Promise<Survey>;
  readonly idle: NodeJS.Timeout;
  /** What is asked of it and not answered yet. */
  readonly asked: Set<Promise<unknown>>;
}

/** After so long without a question the picture is let go. */
const IDLE_MS = 120_000;

let held: Held | null = null;

/** Lets go of a picture once all that was asked of it is answered: another page may still wait for it. */
async function release(which: Held): Promise<void> {
  if (held === which) held = null;
  clearTimeout(which.idle);
  while (which.asked.size > 0) await Promise.allSettled([...which.asked]);
  await which.thread.end();
}

/** Lets go of the picture that is held. */
export async function releasePicture(): Promise<void> {
  if (held) await release(held);
}

/** Holds a picture; the one that is held already is not read again. */
function hold({ path, balancedFor, moving, scene }: FinishedPicture): Held {
  const picture = { path, balancedFor, moving, scene };
  const key = JSON.stringify(picture);
  if (held?.key === key) {
    held.idle.refresh();
    return held;
  }
  const last = held;
  const thread = startFinisher();
  const survey = thread.ask(async (api) => api.hold(picture));
  const next: Held = {
    key,
    thread,
    survey,
    asked: new Set(),
    idle: setTimeout(() => void release(next), IDLE_MS).unref(),
  };
  held = next;
  // Whoever asked for the survey hears of it; the next one tries again.
  survey.catch(() => release(next));
  if (last) void release(last);
  return next;
}

/** Asks something of a picture, which is held until it is answered. */
async function ask<Answer>(picture: FinishedPicture, work: (held: Held) => Promise<Answer>): Promise<Answer> {
  const which = hold(picture);
  const answer = work(which);
  which.asked.add(answer);
  try {
    return await answer;
  } finally {
    which.asked.delete(answer);
  }
}

/** What has to be known of a picture before it can be finished, and copies of it. */
export const surveyPicture = (picture: FinishedPicture): Promise<Survey> => ask(picture, ({ survey }) => survey);

/** A piece of a picture at its full size. */
export interface PicturePiece {
  /** Interleaved 16-bit codes, as bytes; then those of what moves, where that was asked and is known. */
  readonly codes: readonly Uint8Array[];
  /** How long the picture's stars are; not asked for, or round, is null. */
  readonly drift: StarDrift | null;
}

/**
 * Codes of an area of a picture.
 *
 * @param asks Whether somebody wants to know how long its stars are, which takes a second, once, and what of it moves.
 * @throws RangeError for an area that is not within it.
 */
export const pictureArea = (
  picture: FinishedPicture,
  { left, top, right, bottom }: Area,
  asks: { readonly drift: boolean; readonly moving: boolean },
): Promise<PicturePiece> =>
  ask(picture, async ({ thread, survey }) => {
    const { width, height } = await survey;
    if (left >= right || top >= bottom || right > width || bottom > height)
      throw new RangeError(`Nothing from ${left}, ${top} to ${right}, ${bottom} lies in ${width} x ${height} pixels.`);
    const codes = await thread.ask(async (api) => api.piece({ left, top, right, bottom }, asks.moving));
    const drift = asks.drift ? await thread.ask(async (api) => api.drift()) : null;
    return { codes, drift };
  });
