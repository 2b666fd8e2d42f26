import { clipMeanInto } from "../clipMean";
import { clipMeanOfBand } from "../clipMeanBand";
import type { LineFusingMethod } from "../method";
import { USUAL_SETTINGS } from "../settings";
import { smallTogether } from "../small";
import { mean } from "./mean";

/** One frame of so many that differs from the others lies √N deviations off: more than the usual 2.5 from here on. */
const FRAMES_THAT_CLIP = 7;
/** Clipping at 2.5 deviations takes a little of the noise's own tails: what that costs of a mean's quiet; see laws.test. */
const COST_OF_CLIPPING = 1.02;

/** The mean of all frames, sample by sample, without those that lie far from the middle. */
export const clipMean = {
  id: "clip mean",
  words: {
    name: "Clipping mean",
    gives: "Clean, and quiet",
    does: "A mean that leaves out, pixel by pixel, what lies far from the others: passing lamps and people go away, and noise falls as by the mean.",
    resultOf: "Clipping mean of",
  },
  options: ["encoded", "clip"],
  shows: "part",
  frames: "alike",
  law: {
    crossedOnce: (frames, crossed, empty) =>
      frames >= FRAMES_THAT_CLIP ? empty : mean.law.crossedOnce(frames, crossed, empty),
    keepsMotion: false,
    isLongExposure: false,
    averagesGround: true,
    noiseShare: (frames) => mean.law.noiseShare(frames) * (frames >= FRAMES_THAT_CLIP ? COST_OF_CLIPPING : 1),
    liftByNoise: () => 0,
    stars: "run-on",
    people: (frames) => (frames >= FRAMES_THAT_CLIP ? "gone" : "veil"),
    tells: "nothing",
  },
  whole: { kind: "banded", fuseBand: clipMeanOfBand },
  small: ({ width, height }, settings = USUAL_SETTINGS) =>
    smallTogether((frames) => {
      const out = new Uint16Array(3 * width * height);
      clipMeanInto(out, frames, settings);
      return out;
    }),
} as const satisfies LineFusingMethod;
