import { NO_FADE } from "../fade";
import type { LineFusingMethod } from "../method";
import { USUAL_SETTINGS } from "../settings";
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
  options: ["encoded", "weights"],
  shows: "part",
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
    keeps: ["mean"],
    base: null,
    usualFade: () => NO_FADE,
    survey: null,
    finish: (read, from, to) => read("mean", from, to),
  },
  small: ({ width, height }, { encoded } = USUAL_SETTINGS) => smallMean(3 * width * height, encoded),
} as const satisfies LineFusingMethod;
