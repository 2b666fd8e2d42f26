import { type CapturePlan, shutterOf } from "../capture";
import { luminanceFromEv } from "../light";
import { srgbSlope } from "../picture";
import type { StackMethod } from "../recipe";
import { darkCurrent, electronsPerLuminanceSecond, fullWell, readNoise } from "../sensor";
import { brightestOf } from "./brightest";
import type { SceneFacts } from "./facts";

/** Signal over noise in the green channel of the fused picture. */
export interface NoiseOutlook {
  readonly midTone: number;
  /** Three stops under the metered level. */
  readonly shadow: number;
}

const SHADOW_STOPS = -3;
/** Steps of a written picture's 8 bits a channel. */
const CODES = 255;

/**
 * Random noise of a fused picture as a share of one frame's. A median of many has that of a mean of 2/π of them.
 *
 * @see Kendall & Stuart, The Advanced Theory of Statistics 1 (1977), section 10.12, for the median.
 */
function randomShare(stack: StackMethod | null, frames: number): number {
  if (frames === 1) return 1;
  switch (stack) {
    case "mean":
    case "lighten over mean":
      return 1 / Math.sqrt(frames);
    case "median":
      return frames === 2 ? Math.SQRT1_2 : Math.min(1, Math.sqrt(Math.PI / 2 / (frames + Math.PI / 2 - 1)));
    case "lighten":
      return brightestOf(frames).deviation;
    case "fuse":
    case null:
      return 1;
    default:
      return stack satisfies never;
  }
}

/** Electrons and noise of a surface in one frame; the pattern of the sensor is the same in every frame and does not average out. */
function inOneFrame(plan: CapturePlan, luminance: number, shutterSeconds: number) {
  const { lens, iso, transmission, sensorCelsius } = plan;
  const electrons = luminance * shutterSeconds * electronsPerLuminanceSecond(lens, transmission);
  const well = fullWell(lens, iso);
  // A code of the converter is a step; its rounding adds a twelfth of its square.
  const step = well / (2 ** lens.bits - 1);
  const dark = darkCurrent(lens, sensorCelsius) * shutterSeconds;
  const random = Math.sqrt(electrons + dark + readNoise(lens, iso) ** 2 + step ** 2 / 12);
  const code = (well * srgbSlope(electrons / well)) / CODES;
  const rounding = code / Math.sqrt(12);
  return { electrons, random, rounding, pattern: lens.prnu * electrons, white: electrons >= well };
}

/** Signal to noise of a surface so many stops over the metered one, in a frame of this shutter time; 0 where it is white. */
function snrOf(plan: CapturePlan, ev: number, shutterSeconds: number): number {
  const { electrons, random, rounding, pattern, white } = inOneFrame(plan, luminanceFromEv(ev), shutterSeconds);
  if (white) return 0;
  const { frames, stack } = plan;
  const signal = electrons + (stack === "lighten" && frames > 1 ? brightestOf(frames).mean * random : 0);
  const share = randomShare(stack, frames);
  // A mean lies between the codes of its frames; a median or the brightest is one of them.
  const averaged = stack === "mean" || stack === "lighten over mean";
  return signal / Math.hypot(random * share, rounding * (averaged ? share : 1), pattern);
}

/** How far the brightest of a run's frames lies over one of them on surfaces of so much light, stops; 0 for other ways to fuse. */
export function brightestLiftStops(plan: CapturePlan, ev: number): number {
  if (plan.stack !== "lighten" || plan.frames === 1) return 0;
  const { electrons, random } = inOneFrame(plan, luminanceFromEv(ev), shutterOf(plan, 0).deliveredSeconds);
  return Math.log2(1 + (brightestOf(plan.frames).mean * random) / electrons);
}

/** How noisy the fused picture is; a bracket's shadows come from its longest frame. */
export function noiseOutlook(plan: CapturePlan, { sceneEv }: SceneFacts): NoiseOutlook {
  const middle = shutterOf(plan, (plan.frames - 1) >> 1).deliveredSeconds;
  const longest = shutterOf(plan, plan.frames - 1).deliveredSeconds;
  return { midTone: snrOf(plan, sceneEv, middle), shadow: snrOf(plan, sceneEv + SHADOW_STOPS, longest) };
}
