import { type CapturePlan, openSpanSeconds, periodAfter, shutterOf } from "../capture";
import type { SceneFacts } from "../facts";
import { luminanceFromEv, MAGNITUDE_ZERO_LUX } from "../light";
import { arcDeg, plateScaleArcsec, starRate, starTrailPx } from "../motion";
import { FWHM_PER_SIGMA, POINT_FWHM_PX } from "../optics";
import {
  darkCurrent,
  electronsPerLuminanceSecond,
  fullWell,
  LENS_TRANSMISSION,
  readNoise,
  saturationExposure,
} from "../sensor";
import { airmass, EXTINCTION_MAG } from "../sky";
import { type FusingLaw, lawOf } from "../stack";
import type { BaseOutlook, SkyOutlook } from "./base";

import { normalTail } from "./normal";

const SIGMA_PX = POINT_FWHM_PX / FWHM_PER_SIGMA;
/** A star stands out when its signal exceeds the noise by this factor. @see Rose, J. Opt. Soc. Am. 38 (1948), 196-208 */
const STANDS_OUT = 5;

/** Stars in the fused picture. */
export interface StarOutlook {
  /** Length of a star's image beyond its own width, pixels: in one frame, or over all frames that are averaged as they are. */
  readonly trailPx: number;
  /** Faintest magnitude that stands out at the stars' altitude; null where the sky is white. */
  readonly faintestMagnitude: number | null;
  /** Brightest magnitude that keeps its colour; null where the sky is white. */
  readonly brightestColoured: number | null;
  /** Faintest magnitude whose line counts where frames leave arcs; null where they leave none, or where the sky is white. */
  readonly faintestArc: number | null;
  /** Faintest magnitude that stands out in a single frame where frames are laid by their stars; null where they are not, or in a white sky. */
  readonly faintestLaidBy: number | null;
  /** Turning that shows, from the first frame's opening to the last one's closing, or within one that is laid by its stars; degrees. */
  readonly turnedDeg: number;
  /** Gap between the arcs of two frames, pixels; 0 for one frame. */
  readonly gapPx: number;
  /** A gap shows from half of a star's width on. */
  readonly gapsShow: boolean;
}

/** Pixels whose noise a star's image gathers: 4πσ² + 2√π·σ·L for a trail of L pixels. */
export const starNoiseAreaPx = (trailPx: number): number =>
  4 * Math.PI * SIGMA_PX ** 2 + 2 * Math.sqrt(Math.PI) * SIGMA_PX * trailPx;

/** Electrons a second that a star of magnitude 0 outside of the atmosphere gives the pixels of its image together. */
function electronsOfMagnitudeZero({ lens, transmission }: CapturePlan): number {
  const pupilM2 = Math.PI * (lens.focalLengthMm / 2000 / lens.fNumber) ** 2;
  const luxSeconds = (MAGNITUDE_ZERO_LUX * pupilM2 * LENS_TRANSMISSION * transmission) / (lens.pitchUm * 1e-6) ** 2;
  return (luxSeconds * fullWell(lens, lens.baseIso)) / saturationExposure(lens.baseIso);
}

/**
 * Faintest magnitude, without extinction, whose signal exceeds five times the noise of itself, sky, dark current and
 * reading in its image.
 *
 * @param averagedFrames How many frames are averaged; of those that do not lie on each other `trailPx` is over all of them.
 */
export function faintestMagnitude(
  plan: CapturePlan,
  {
    trailPx,
    skyCdM2,
    averagedFrames,
  }: { readonly trailPx: number; readonly skyCdM2: number; readonly averagedFrames: number },
): number {
  const { lens, iso, darkCelsius, transmission } = plan;
  const { deliveredSeconds } = shutterOf(plan, 0);
  const sky = skyCdM2 * deliveredSeconds * electronsPerLuminanceSecond(lens, transmission);
  const dark = darkCurrent(lens, darkCelsius) * deliveredSeconds;
  const behind = starNoiseAreaPx(trailPx) * (sky + dark + readNoise(lens, iso) ** 2);
  const own = STANDS_OUT ** 2 / averagedFrames;
  const signal = (own + Math.sqrt(own ** 2 + 4 * own * behind)) / 2;
  return -2.5 * Math.log10(signal / (electronsOfMagnitudeZero(plan) * deliveredSeconds));
}

/** Share of a star's light in the brightest pixel of its image, a Gaussian drawn over `trailPx`: the mean of it over the trail. */
function peakShare(trailPx: number): number {
  const across = 1 / (Math.sqrt(2 * Math.PI) * SIGMA_PX);
  const half = trailPx / 2;
  return across * (half < 1e-6 ? across : (1 - 2 * normalTail(half / SIGMA_PX)) / trailPx);
}

/** A star's line counts when it stands so far over the sky, and over its noise by `STANDS_OUT`, stops. */
const ARC_STANDS_OUT_STOPS = 0.5;

/**
 * Faintest magnitude, without extinction, whose line counts in a picture of the brightest of many frames: its middle stands half a
 * stop over a sky that the same law has lifted by its noise, and five times over what is left of that noise.
 */
function faintestLine(plan: CapturePlan, law: FusingLaw, skyCdM2: number, inFramePx: number): number {
  const { lens, iso, darkCelsius, transmission, frames } = plan;
  const { deliveredSeconds } = shutterOf(plan, 0);
  const sky = skyCdM2 * deliveredSeconds * electronsPerLuminanceSecond(lens, transmission);
  const noise = Math.sqrt(sky + darkCurrent(lens, darkCelsius) * deliveredSeconds + readNoise(lens, iso) ** 2);
  const shown = sky + law.liftByNoise(frames) * noise;
  const left = Math.hypot(law.noiseShare(frames) * noise, lens.prnu * sky);
  const line = Math.max(shown * 2 ** ARC_STANDS_OUT_STOPS - sky, shown - sky + STANDS_OUT * left);
  return -2.5 * Math.log10(line / (electronsOfMagnitudeZero(plan) * deliveredSeconds * peakShare(inFramePx)));
}

/** What stars come to. */
export function starOutlook(
  plan: CapturePlan,
  facts: SceneFacts,
  base: BaseOutlook,
  sky: SkyOutlook | null,
): StarOutlook {
  const { declinationDeg, starAltitudeDeg, skyEv, sceneEv } = facts;
  const { deliveredSeconds } = shutterOf(plan, 0);
  const { lens, frames, stack, align } = plan;
  const inFrame = starTrailPx(lens, declinationDeg, deliveredSeconds);
  // Stars go on from frame to frame of what is averaged as it lies, and stay where they are in frames that are laid by them.
  const law = lawOf(stack, frames);
  const isLaid = align === "stars";
  const averages = law?.stars === "run-on";
  const trailPx = averages && !isLaid ? starTrailPx(lens, declinationDeg, openSpanSeconds(plan)) : inFrame;
  const gapSeconds = frames > 1 && !isLaid ? periodAfter(plan) - deliveredSeconds : 0;
  const gapPx = (starRate(declinationDeg) * gapSeconds) / plateScaleArcsec(lens);
  const skyLevel = sky === null ? base.level : 2 ** -sky.stopsUnderWhite;
  const white = skyLevel >= 1;
  const dimmed = EXTINCTION_MAG * airmass(starAltitudeDeg);
  const skyCdM2 = luminanceFromEv(skyEv ?? sceneEv);
  const faintest = faintestMagnitude(plan, {
    trailPx,
    skyCdM2,
    averagedFrames: averages ? frames : 1,
  });
  const inOneFrame = { trailPx: inFrame, skyCdM2, averagedFrames: 1 };
  const wellShare = (electronsOfMagnitudeZero(plan) * deliveredSeconds * peakShare(inFrame)) / fullWell(lens, plan.iso);
  return {
    trailPx,
    faintestMagnitude: white ? null : faintest - dimmed,
    brightestColoured: white ? null : -2.5 * Math.log10((1 - skyLevel) / wellShare) - dimmed,
    faintestArc: white || law?.stars !== "arcs" || isLaid ? null : faintestLine(plan, law, skyCdM2, inFrame) - dimmed,
    faintestLaidBy: white || !isLaid ? null : faintestMagnitude(plan, inOneFrame) - dimmed,
    turnedDeg: arcDeg(isLaid ? deliveredSeconds : openSpanSeconds(plan)),
    gapPx,
    gapsShow: gapPx > POINT_FWHM_PX / 2,
  };
}
