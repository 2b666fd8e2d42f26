import { brightestOf } from "../brightest";
import type { FusingMethod } from "../method";
import { smallBrightest } from "../small";

/** The brightest of all frames, sample by sample. */
export const lighten = {
  id: "lighten",
  words: {
    name: "Lighten",
    gives: "Whole trails",
    does: "Each pixel keeps its brightest moment: whole trails and arcs, and the background does not build up.",
    resultOf: "Brightest of",
  },
  options: [],
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
    finish: (read) => (from, to) => read("brightest", from, to),
  },
  small: ({ width, height }) => smallBrightest(3 * width * height),
} as const satisfies FusingMethod;
