import type { FusingMethod } from "../method";
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
  options: ["encoded"],
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
    keeps: ["sum", "brightest"],
    finish(read, samples, chunkSamples) {
      // The mean is encoded once and kept: two bytes a sample, and what is read is a view on one buffer anyway.
      const base = new Uint16Array(samples);
      const counts = new Uint32Array(RISE_COUNTS);
      for (let from = 0; from < samples; from += chunkSamples) {
        const to = Math.min(samples, from + chunkSamples);
        base.set(read("sum", from, to), from);
        countRises(counts, base.subarray(from, to), read("brightest", from, to));
      }
      const rise = medianRise(counts);
      return (from, to) => {
        const taken = base.subarray(from, to);
        layTrailsInPlace(taken, read("brightest", from, to), rise);
        return taken;
      };
    },
  },
  small({ width, height }) {
    const samples = 3 * width * height;
    const [base, trails] = [smallMean(samples), smallBrightest(samples)];
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
} as const satisfies FusingMethod;
