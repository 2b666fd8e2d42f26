import type { Fade } from "../fade";
import type { FusingMethod } from "../method";
import { USUAL_SETTINGS } from "../settings";
import { smallBrightest, smallFaded } from "../small";

/** Every frame counts for a little more than the one before. */
const risingTo = (frames: number): Fade => ({ in: frames - 1, out: 0 });

/** The brightest of all frames, each of which counts for more than the one before. */
export const comet = {
  id: "comet",
  words: {
    name: "Comet",
    gives: "Trails with a head",
    does: "As lighten, but each frame counts for more than the one before: trails and arcs rise from nothing to a bright head.",
    resultOf: "Comet of",
  },
  options: ["fade", "weights", "gaps"],
  shows: "brightest",
  frames: "alike",
  law: null,
  whole: {
    kind: "folded",
    keeps: ["brightest"],
    base: "mean",
    usualFade: risingTo,
    survey: null,
    finish: (read, from, to) => read("brightest", from, to),
  },
  small: ({ width, height }, { fade } = USUAL_SETTINGS) =>
    smallFaded(risingTo, fade, () => smallBrightest(3 * width * height)),
} as const satisfies FusingMethod;
