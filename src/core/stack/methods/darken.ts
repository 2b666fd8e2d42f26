import { NO_FADE } from "../fade";
import type { FusingMethod } from "../method";
import { smallDarkest } from "../small";

/** The darkest of all frames, sample by sample. */
export const darken = {
  id: "darken",
  words: {
    name: "Darken",
    gives: "Without passing light",
    does: "Each pixel keeps its darkest moment: passing lamps and what they light go away; noise pulls the ground down a little.",
    resultOf: "Darkest of",
  },
  options: [],
  shows: "darkest",
  frames: "alike",
  law: null,
  whole: {
    kind: "folded",
    keeps: ["darkest"],
    base: null,
    usualFade: () => NO_FADE,
    survey: null,
    finish: (read, from, to) => read("darkest", from, to),
  },
  small: ({ width, height }) => smallDarkest(3 * width * height),
} as const satisfies FusingMethod;
