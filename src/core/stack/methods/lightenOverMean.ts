import { NO_FADE } from "../fade";
import type { LineFusingMethod } from "../method";
import { USUAL_SETTINGS } from "../settings";
import { smallBrightest, smallMean } from "../small";
import { countRises, layTrailsInPlace, medianRise, RISE_COUNTS } from "../trails";
import { lighten } from "./lighten";
import { mean } from "./mean";

/** The trails of the brightest picture over the mean of the same frames: the base keeps the mean's low noise. */
export const lightenOverMean = {
  id: "lighten over mean",
  words: {
    name: "Lighten over the mean",
    gives: "Whole trails, clean ground",
    does: "What passes as bright as by lighten, over the mean as a base: whole trails, and the street without their noise.",
    resultOf: "Brightest over the mean of",
  },
  options: ["encoded", "weights"],
  shows: "brightest",
  frames: "alike",
  law: {
    crossedOnce: lighten.law.crossedOnce,
    keepsMotion: true,
    isLongExposure: false,
    averagesGround: true,
    noiseShare: mean.law.noiseShare,
    liftByNoise: () => 0,
    stars: "arcs",
    people: () => "veil",
    tells: "motion",
  },
  whole: {
    kind: "folded",
    keeps: ["mean", "brightest"],
    base: "mean",
    usualFade: () => NO_FADE,
    survey: {
      counts: RISE_COUNTS,
      count: (counts, read, from, to) => {
        const base = read("mean", from, to).slice();
        countRises(counts, base, read("brightest", from, to));
      },
      settle: medianRise,
    },
    finish(read, from, to, rise) {
      const base = read("mean", from, to).slice();
      layTrailsInPlace(base, read("brightest", from, to), rise);
      return base;
    },
  },
  small({ width, height }, { encoded } = USUAL_SETTINGS) {
    const samples = 3 * width * height;
    const [base, trails] = [smallMean(samples, encoded), smallBrightest(samples)];
    return {
      add(frame) {
        base.add(frame);
        trails.add(frame);
      },
      picture() {
        const [laid, brightest] = [base.picture(), trails.picture()];
        const counts = new Uint32Array(RISE_COUNTS);
        countRises(counts, laid, brightest);
        layTrailsInPlace(laid, brightest, medianRise(counts));
        return laid;
      },
    };
  },
} as const satisfies LineFusingMethod;
