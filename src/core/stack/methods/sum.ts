import { NO_FADE } from "../fade";
import type { FusingMethod } from "../method";
import { USUAL_SETTINGS } from "../settings";
import { smallSum } from "../small";

/** The light of all frames together. */
export const sum = {
  id: "sum",
  words: {
    name: "Sum",
    gives: "All light together",
    does: "The light of all frames adds up, as if the shutter had stayed open: dark frames become one bright one, lamps go to white.",
    resultOf: "Sum of",
  },
  options: ["encoded", "weights"],
  shows: "part",
  frames: "alike",
  law: null,
  whole: {
    kind: "folded",
    keeps: ["sum"],
    base: null,
    usualFade: () => NO_FADE,
    survey: null,
    finish: (read, from, to) => read("sum", from, to),
  },
  small: ({ width, height }, { encoded } = USUAL_SETTINGS) => smallSum(3 * width * height, () => 1, encoded),
} as const satisfies FusingMethod;
