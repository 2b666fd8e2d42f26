import { medianInto } from "../median";
import { medianOfBand } from "../medianBand";
import type { LineFusingMethod } from "../method";
import { USUAL_SETTINGS } from "../settings";
import { smallTogether } from "../small";
import { mean } from "./mean";

/** The middle of all frames, sample by sample. */
export const median = {
  id: "median",
  words: {
    name: "Median",
    gives: "Without who passes",
    does: "Each pixel shows what stands there in most frames: people who pass go away, and so do single streaks.",
    resultOf: "Median of",
  },
  options: ["encoded"],
  shows: "part",
  frames: "alike",
  law: {
    crossedOnce: (frames, crossed, empty) => (frames > 2 ? empty : mean.law.crossedOnce(frames, crossed, empty)),
    keepsMotion: false,
    isLongExposure: false,
    averagesGround: false,
    /**
     * A median of many has the noise of a mean of 2/π of them.
     * @see Kendall & Stuart, The Advanced Theory of Statistics 1 (1977), section 10.12
     */
    noiseShare: (frames) =>
      frames === 2 ? Math.SQRT1_2 : Math.min(1, Math.sqrt(Math.PI / 2 / (frames + Math.PI / 2 - 1))),
    liftByNoise: () => 0,
    stars: "run-on",
    people: (frames) => (frames > 2 ? "gone" : "ghosts"),
    tells: "nothing",
  },
  whole: { kind: "banded", fuseBand: medianOfBand },
  small: ({ width, height }, { encoded } = USUAL_SETTINGS) =>
    smallTogether((frames) => {
      const out = new Uint16Array(3 * width * height);
      medianInto(out, frames, encoded);
      return out;
    }),
} as const satisfies LineFusingMethod;
