import { brightestOf } from "../brightest";
import { NO_FADE } from "../fade";
import type { LineFusingMethod } from "../method";
import { USUAL_SETTINGS } from "../settings";
import { smallBrightest, smallFaded } from "../small";

/** The brightest of all frames, sample by sample. */
export const lighten = {
  id: "lighten",
  words: {
    name: "Lighten",
    gives: "Whole trails",
    does: "Each pixel keeps its brightest moment: whole trails and arcs, and the background does not build up.",
    resultOf: "Brightest of",
  },
  options: ["fade", "weights", "gaps"],
  shows: "brightest",
  frames: "alike",
  law: {
    crossedOnce: (_, crossed, empty) => Math.max(crossed, empty),
    keepsMotion: true,
    isLongExposure: false,
    averagesGround: false,
    noiseShare: (frames) => brightestOf(frames).deviation,
    liftByNoise: (frames) => brightestOf(frames).mean,
    stars: "arcs",
    people: () => "ghosts",
    tells: "motion",
  },
  whole: {
    kind: "folded",
    keeps: ["brightest"],
    base: "mean",
    usualFade: () => NO_FADE,
    survey: null,
    finish: (read, from, to) => read("brightest", from, to),
  },
  small: ({ width, height }, { fade } = USUAL_SETTINGS) => {
    const begin = () => smallBrightest(3 * width * height);
    return fade === null ? begin() : smallFaded(() => NO_FADE, fade, begin);
  },
} as const satisfies LineFusingMethod;
