import type { FusingMethod } from "../method";
import { smallMean } from "../small";

/** The average of all frames in linear light. */
export const mean = {
  id: "mean",
  words: {
    name: "Mean",
    gives: "As one long exposure",
    does: "Motion blurs as in one long exposure, noise falls, brightness stays that of one frame.",
    resultOf: "Mean of",
  },
  options: ["encoded"],
  frames: "alike",
  law: {
    crossedOnce: (frames, crossed, empty) => (crossed + (frames - 1) * empty) / frames,
    keepsMotion: true,
    isLongExposure: true,
    averagesGround: true,
    noiseShare: (frames) => 1 / Math.sqrt(frames),
    liftByNoise: () => 0,
    stars: "run-on",
    people: () => "veil",
    tells: "everything",
  },
  whole: {
    kind: "folded",
    keeps: ["sum"],
    finish: (read) => (from, to) => read("sum", from, to),
  },
  small: ({ width, height }) => smallMean(3 * width * height),
} as const satisfies FusingMethod;
