import { ALL_ASSUMED, figureOf, type OwnFigures } from "../assumed";
import { GENERIC_MAIN_LENS, type Lens } from "../optics";

/** What holds the phone, as far as its shake goes. Shake is an angle: it is told in pixels of a usual main camera. */
export interface Support {
  /** Time in which the ringing after a touch falls to 1/e, seconds. */
  readonly settleSeconds: number;
  /** How far a press moves it at first, pixels. */
  readonly touchPx: number;
  /** Blur by wind, such pixels rms for each m/s of gust. */
  readonly gustPxPerMps: number;
}

/** Pixels to a radian of the usual main camera: 6.4 mm, 2.4 µm. */
const USUAL_PX_PER_RAD = (GENERIC_MAIN_LENS.focalLengthMm * 1000) / GENERIC_MAIN_LENS.pitchUm;

/** How many pixels of a lens the same shake is for each of the usual main camera's: a longer lens shows more of it. */
export const shakeScale = ({ focalLengthMm, pitchUm }: Pick<Lens, "focalLengthMm" | "pitchUm">): number =>
  (focalLengthMm * 1000) / pitchUm / USUAL_PX_PER_RAD;

/** Kinds of supports: how long they ring after a touch, seconds, and what is assumed of how far it moves them and how wind shakes them. */
export const SUPPORTS = {
  hand: { name: "in the hand", settleSeconds: 0, touch: null, gust: null },
  braced: { name: "braced hand", settleSeconds: 0, touch: null, gust: null },
  tripod: { name: "tripod", settleSeconds: 0.3, touch: "touch-tripod", gust: "gust-tripod" },
  stand: { name: "light stand", settleSeconds: 0.6, touch: "touch-stand", gust: "gust-stand" },
  stick: { name: "stick on a railing", settleSeconds: 1, touch: "touch-stick", gust: "gust-stick" },
} as const;
/** What holds the phone. */
export type SupportKind = keyof typeof SUPPORTS;
/** All of them. */
export const SUPPORT_KINDS = Object.keys(SUPPORTS) as [SupportKind, ...SupportKind[]];

/** What holds a phone, of all that is known: a person's own support, else their own figures for its kind, else what is assumed. */
export function supportOf({
  support,
  ownSupport,
  figures,
}: {
  readonly support: SupportKind;
  readonly ownSupport: Pick<Support, "settleSeconds" | "gustPxPerMps"> | null;
  readonly figures: OwnFigures;
}): Support {
  const { settleSeconds, touch, gust } = SUPPORTS[support];
  return {
    settleSeconds: ownSupport?.settleSeconds ?? settleSeconds,
    touchPx: touch === null ? 0 : figureOf(figures, touch),
    gustPxPerMps: ownSupport?.gustPxPerMps ?? (gust === null ? 0 : figureOf(figures, gust)),
  };
}

/** A support of a kind of which nothing is measured. */
export const usualSupport = (support: SupportKind): Support =>
  supportOf({ support, ownSupport: null, figures: ALL_ASSUMED });

const BRACED_STOPS = 1.5;
const LEAST_SHAKE_PX = 0.5;
/** A phone on a support sways to and fro in about this time, seconds. */
export const SWAY_SECONDS = 0.5;

/**
 * Share of a sway, rms, that shows within a shutter time: √(1 - sinc²(π·t/T)), what a tone of period T strays about its own mean over
 * t. Half of it shows after a fifth of a sway, all after a whole one.
 */
function shareOfSway(seconds: number): number {
  const turn = (Math.PI * Math.min(SWAY_SECONDS, seconds)) / SWAY_SECONDS;
  return turn < 1e-6 ? 0 : Math.sqrt(1 - (Math.sin(turn) / turn) ** 2);
}

/** Longest hand-held shutter, seconds: 2^stops / equivalent focal length; null on a support. */
export function handHeldSeconds(support: SupportKind, equivalentMm: number, stabilisationStops: number): number | null {
  if (support !== "hand" && support !== "braced") return null;
  return 2 ** (stabilisationStops + (support === "braced" ? BRACED_STOPS : 0)) / equivalentMm;
}

/**
 * Shortest delay after a touch that leaves less than half a pixel of ringing, seconds: A0·e^(-t/τ).
 */
export function settleDelaySeconds({ settleSeconds, touchPx }: Support): number {
  return touchPx > LEAST_SHAKE_PX ? settleSeconds * Math.log(touchPx / LEAST_SHAKE_PX) : 0;
}

/**
 * Blur by the ringing after a touch, pixels rms over a shutter that opens so long after it: the root mean square of
 * A0·e^(-s/τ)·sin over the open time, A0·e^(-opens/τ)·sqrt(τ/4t·(1 - e^(-2t/τ))); within less than a sway only a part of it
 * shows.
 */
export function touchBlurPx(
  { settleSeconds: tau, touchPx }: Support,
  opensSeconds: number,
  shutterSeconds: number,
): number {
  if (touchPx === 0 || tau === 0) return 0;
  const left = touchPx * Math.exp(-opensSeconds / tau);
  const rms = left * Math.sqrt((tau / (4 * shutterSeconds)) * (1 - Math.exp((-2 * shutterSeconds) / tau)));
  return rms * shareOfSway(shutterSeconds);
}

/** The delay to set: the shortest the phone offers that lasts long enough; null when none does. */
export function offeredDelaySeconds(delaysSeconds: readonly number[], neededSeconds: number): number | null {
  const shortest = Math.min(...delaysSeconds.filter((delay) => delay >= neededSeconds));
  return Number.isFinite(shortest) ? shortest : null;
}

/** Blur by gusts on a support once the shutter outlasts the sway, pixels rms. */
export const windBlurPx = ({ gustPxPerMps }: Support, gustMps: number): number => gustPxPerMps * gustMps;

/** Blur by gusts within a shutter time, pixels rms. */
export const windBlurWithinPx = (support: Support, gustMps: number, seconds: number): number =>
  windBlurPx(support, gustMps) * shareOfSway(seconds);
