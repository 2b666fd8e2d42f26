import { type CapturePlan, shutterOf } from "../capture";
import type { SceneFacts } from "../facts";
import { exposureValue } from "../light";
import { colourResponse, FOCAL_PLANE_FACTOR, SATURATION_CONSTANT } from "../sensor";

import { normalTail } from "./normal";

/** Stops between the metered level and clipping: log2(78 / (0.65 · 12.5)). @see ISO 12232, ISO 2720 */
export const METER_TO_CLIP_STOPS = Math.log2(SATURATION_CONSTANT / (FOCAL_PLANE_FACTOR * 12.5));

/** Still surfaces as they come out, and the sky with them. */
export interface BaseOutlook {
  /** Metered surfaces over (+) or under (-) the meter's level in the picture, stops. */
  readonly meterStops: number;
  /** How far of that the brightest of many noisy frames lies over one, stops. */
  readonly liftStops: number;
  /** Their level, as a share of white; may be over 1. */
  readonly level: number;
  /** How far they stay under white, stops; a bracket's in its shortest frame. */
  readonly stopsUnderWhite: number;
  /** How far the brightest that should keep detail stay under white, stops. */
  readonly highlightsUnderWhite: number;
  /** Share of the picture's surfaces that clip, 0 to 1. */
  readonly clippedShare: number;
}

/** Spread of a scene in which even the brightest surfaces are as bright as the metered ones, stops. */
const LEAST_SPREAD_STOPS = 0.25;

/** How much brighter than the meter's level surfaces come out in one frame of a shutter time, stops. */
export function meterStopsOf(plan: CapturePlan, sceneEv: number, shutterSeconds: number): number {
  const settings = { fNumber: plan.lens.fNumber, shutterSeconds, iso: plan.iso };
  return sceneEv - exposureValue(settings) + Math.log2(plan.transmission * colourResponse(plan.kelvin).brightening);
}

/**
 * Brightness of still surfaces in the fused picture. Mean, median and lighten leave them as bright as in one frame;
 * a bracket's stand in its middle frame. Surfaces' brightness is taken to spread log-normally around the metered level, with the
 * brightest that should keep detail at two standard deviations.
 *
 * @param liftStops How far the brightest of many noisy frames lies over one.
 */
export function baseOutlook(
  plan: CapturePlan,
  { sceneEv, highlightStops }: SceneFacts,
  liftStops: number,
): BaseOutlook {
  const shutter = shutterOf(plan, (plan.frames - 1) >> 1);
  const middle = (shutter.deliveredSeconds * shutter.iso) / plan.iso;
  const inOne = meterStopsOf(plan, sceneEv, middle);
  const meterStops = inOne + liftStops;
  const shortest = shutterOf(plan, 0).deliveredSeconds;
  const stopsUnderWhite = METER_TO_CLIP_STOPS - meterStops + Math.log2(middle / shortest);
  const spread = Math.max(LEAST_SPREAD_STOPS, highlightStops / 2);
  return {
    meterStops,
    liftStops,
    level: 2 ** (meterStops - METER_TO_CLIP_STOPS),
    stopsUnderWhite,
    highlightsUnderWhite: stopsUnderWhite - highlightStops,
    clippedShare: normalTail(stopsUnderWhite / spread),
  };
}

/** The sky in the picture. */
export interface SkyOutlook {
  /** How much brighter than the metered surfaces it is, stops. */
  readonly overStops: number;
  /** How far over (+) or under (-) the meter's level it comes out, stops. */
  readonly meterStops: number;
  readonly stopsUnderWhite: number;
}

/**
 * How bright the sky comes out; null without one.
 *
 * @param liftStops How far the brightest of many noisy frames lies over one in a sky of so much light.
 */
export function skyOutlook(
  { skyEv, sceneEv }: SceneFacts,
  base: BaseOutlook,
  liftStops: (ev: number) => number,
): SkyOutlook | null {
  if (skyEv === null) return null;
  const overStops = skyEv - sceneEv;
  const meterStops = base.meterStops - base.liftStops + overStops + liftStops(skyEv);
  return { overStops, meterStops, stopsUnderWhite: base.stopsUnderWhite + base.meterStops - meterStops };
}
