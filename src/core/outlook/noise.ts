import { type CapturePlan, shutterOf } from "../capture";
import type { SceneFacts } from "../facts";
import { luminanceFromEv } from "../light";
import { JPEG_VARIANCE, ROUNDING_VARIANCE, srgbSlope } from "../picture";
import { colourResponse, darkCurrent, electronsPerLuminanceSecond, fullWell, readNoise } from "../sensor";
import { lawOf } from "../stack";
import { normalDensity, normalTail } from "./normal";

/** Signal over noise in the green channel of the fused picture. */
export interface NoiseOutlook {
  readonly midTone: number;
  /** Three stops under the metered level. */
  readonly shadow: number;
}

const SHADOW_STOPS = -3;
/** Of red, green and blue. @see ITU-R BT.709 */
const LUMINANCE_WEIGHTS = [0.2126, 0.7152, 0.0722];
/** Steps of a written picture's 8 bits a channel; a phone writes it as a JPEG, beside a raw copy too. */
const CODES = 255;

/** Electrons and noise of a surface in one frame; the pattern of the sensor is the same in every frame and does not average out. */
function inOneFrame(plan: CapturePlan, luminance: number, shutterSeconds: number) {
  const { lens, iso, transmission, darkCelsius } = plan;
  const electrons = luminance * shutterSeconds * electronsPerLuminanceSecond(lens, transmission);
  const well = fullWell(lens, iso);
  // A code of the converter is a step; its rounding adds a twelfth of its square.
  const step = well / (2 ** lens.bits - 1);
  const dark = darkCurrent(lens, darkCelsius) * shutterSeconds;
  const random = Math.sqrt(electrons + dark + readNoise(lens, iso) ** 2 + step ** 2 / 12);
  const code = (well * srgbSlope(electrons / well)) / CODES;
  const rounding = code * Math.sqrt(ROUNDING_VARIANCE);
  const written = code * Math.sqrt(JPEG_VARIANCE);
  return { electrons, random, rounding, written, pattern: lens.prnu * electrons, white: electrons >= well };
}

/** Mean of a normally distributed value of which nothing under zero is written. */
const writtenMean = (mean: number, deviation: number): number =>
  mean * (1 - normalTail(mean / deviation)) + deviation * normalDensity(mean / deviation);

/** Deviation of such a value: black cuts half of the noise about itself off. */
function writtenDeviation(mean: number, deviation: number): number {
  const above = 1 - normalTail(mean / deviation);
  const square = (mean ** 2 + deviation ** 2) * above + mean * deviation * normalDensity(mean / deviation);
  return Math.sqrt(Math.max(0, square - writtenMean(mean, deviation) ** 2));
}

/** Whether a picture is one frame, or the mean of many: what black cuts off of a frame's noise is then missing in it. */
const isMean = ({ stack, frames }: CapturePlan): boolean =>
  frames === 1 || (lawOf(stack, frames)?.averagesGround ?? true);

/** Electrons of a surface as the fused picture shows it, and the noise about them. */
function inFused(plan: CapturePlan, luminance: number, shutterSeconds: number) {
  const { electrons, random, rounding, written, pattern, white } = inOneFrame(plan, luminance, shutterSeconds);
  const law = lawOf(plan.stack, plan.frames);
  const lift = (law?.liftByNoise(plan.frames) ?? 0) * random;
  const share = law?.noiseShare(plan.frames) ?? 1;
  // A mean lies between the codes of its frames; a median or the brightest is one of them.
  const averaged = law?.averagesGround ?? false;
  const isCut = isMean(plan);
  const shown = isCut ? writtenMean(electrons, random) : electrons + lift;
  const spread = isCut ? writtenDeviation(electrons, random) : random;
  const about = (deviation: number) =>
    Math.hypot(Math.hypot(deviation, written) * share, rounding * (averaged ? share : 1), pattern);
  return { electrons, shown, noise: about(spread), uncut: about(random), white };
}

/** Signal to noise of a surface so many stops over the metered one, in a frame of this shutter time; 0 where it is white. */
function snrOf(plan: CapturePlan, ev: number, shutterSeconds: number): number {
  const { shown, noise, white } = inFused(plan, luminanceFromEv(ev), shutterSeconds);
  return white ? 0 : shown / noise;
}

/** Darkest and brightest light between which the floor is sought, stops under white. */
const FLOOR_WITHIN = [24, 0] as const;
/** Halvings after which it is known to a hundred-thousandth of a stop. */
const FLOOR_HALVINGS = 21;

/**
 * Where a surface's own light equals the noise about it in the fused picture, and how far under white it then lies there:
 * the brightest of many frames shows such a surface brighter than it is, and so does a mean, for a file holds nothing darker
 * than black. Below it the picture has nothing to tell.
 */
export function noiseFloorUnderWhite(plan: CapturePlan): number {
  const shutterSeconds = shutterOf(plan, plan.frames - 1).deliveredSeconds;
  const well = fullWell(plan.lens, plan.iso);
  const perLuminance = electronsPerLuminanceSecond(plan.lens, plan.transmission) * shutterSeconds;
  const at = (underWhite: number) => inFused(plan, (well * 2 ** -underWhite) / perLuminance, shutterSeconds);
  let [dark, bright]: [number, number] = [...FLOOR_WITHIN];
  for (let halving = 0; halving < FLOOR_HALVINGS; halving++) {
    const middle = (dark + bright) / 2;
    const { electrons, uncut } = at(middle);
    if (electrons < uncut) dark = middle;
    else bright = middle;
  }
  return Math.log2(well / at(bright).shown);
}

/**
 * How far noise lifts surfaces of so much light in the picture over what they are, stops: the brightest of many frames lies over one,
 * and where noise reaches down to black it is cut off there, which leaves one frame and the mean of many brighter.
 */
export function noiseLiftStops(plan: CapturePlan, ev: number): number {
  const lift = lawOf(plan.stack, plan.frames)?.liftByNoise(plan.frames) ?? 0;
  const { gains } = colourResponse(plan.kelvin);
  // What is grey once it is developed has fewer electrons, and so more noise, in the channels that are raised.
  const over = gains.map((gain) => {
    const luminance = (luminanceFromEv(ev) * gains[1]!) / gain;
    const { electrons, random } = inOneFrame(plan, luminance, shutterOf(plan, 0).deliveredSeconds);
    if (lift > 0) return 1 + (lift * random) / electrons;
    return isMean(plan) ? writtenMean(electrons, random) / electrons : 1;
  });
  return Math.log2(LUMINANCE_WEIGHTS.reduce((sum, weight, channel) => sum + weight * over[channel]!, 0));
}

/** How noisy the fused picture is; a bracket's shadows come from its longest frame. */
export function noiseOutlook(plan: CapturePlan, { sceneEv }: SceneFacts): NoiseOutlook {
  const middle = shutterOf(plan, (plan.frames - 1) >> 1).deliveredSeconds;
  const longest = shutterOf(plan, plan.frames - 1).deliveredSeconds;
  return { midTone: snrOf(plan, sceneEv, middle), shadow: snrOf(plan, sceneEv + SHADOW_STOPS, longest) };
}
