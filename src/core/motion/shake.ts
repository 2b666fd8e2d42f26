import { GENERIC_MAIN_LENS, type Lens } from "../optics";

/** What holds the phone, as far as its shake goes. Shake is an angle: it is told in pixels of a usual main camera. */
export interface Support {
  /** Time in which the ringing after a touch falls to 1/e, seconds. */
  readonly settleSeconds: number;
  /** Blur by wind, such pixels rms for each m/s of gust. */
  readonly gustPxPerMps: number;
}

/** Pixels to a radian of the usual main camera: 6.4 mm, 2.4 µm. */
const USUAL_PX_PER_RAD = (GENERIC_MAIN_LENS.focalLengthMm * 1000) / GENERIC_MAIN_LENS.pitchUm;

/** How many pixels of a lens the same shake is for each of the usual main camera's: a longer lens shows more of it. */
export const shakeScale = ({ focalLengthMm, pitchUm }: Pick<Lens, "focalLengthMm" | "pitchUm">): number =>
  (focalLengthMm * 1000) / pitchUm / USUAL_PX_PER_RAD;

/** Kinds of supports with usual values: how long they ring after a touch, how far it moves them, how wind shakes them. */
export const SUPPORTS = {
  hand: { name: "in the hand", settleSeconds: 0, touchPx: 0, gustPxPerMps: 0 },
  braced: { name: "braced hand", settleSeconds: 0, touchPx: 0, gustPxPerMps: 0 },
  tripod: { name: "tripod", settleSeconds: 0.3, touchPx: 12, gustPxPerMps: 0.05 },
  stand: { name: "light stand", settleSeconds: 0.6, touchPx: 20, gustPxPerMps: 0.16 },
  stick: { name: "stick on a railing", settleSeconds: 1, touchPx: 30, gustPxPerMps: 0.3 },
} as const;
/** What holds the phone. */
export type SupportKind = keyof typeof SUPPORTS;
/** All of them. */
export const SUPPORT_KINDS = Object.keys(SUPPORTS) as [SupportKind, ...SupportKind[]];

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
 *
 * @param own A person's own measured support of that kind, or null for the usual one.
 */
export function settleDelaySeconds(kind: SupportKind, own: Support | null): number {
  const { settleSeconds, touchPx } = SUPPORTS[kind];
  return touchPx > LEAST_SHAKE_PX ? (own?.settleSeconds ?? settleSeconds) * Math.log(touchPx / LEAST_SHAKE_PX) : 0;
}

/**
 * Blur by the ringing after a touch, pixels rms over a shutter that opens so long after it: the root mean square of
 * A0·e^(-s/τ)·sin over the open time, A0·e^(-opens/τ)·sqrt(τ/4t·(1 - e^(-2t/τ))); within less than a sway only a part of it
 * shows.
 */
export function touchBlurPx(
  kind: SupportKind,
  own: Support | null,
  opensSeconds: number,
  shutterSeconds: number,
): number {
  const { settleSeconds, touchPx } = SUPPORTS[kind];
  const tau = own?.settleSeconds ?? settleSeconds;
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
export function windBlurPx(kind: SupportKind, own: Support | null, gustMps: number): number {
  return (own?.gustPxPerMps ?? SUPPORTS[kind].gustPxPerMps) * gustMps;
}

/** Blur by gusts within a shutter time, pixels rms. */
export function windBlurWithinPx(kind: SupportKind, own: Support | null, gustMps: number, seconds: number): number {
  return windBlurPx(kind, own, gustMps) * shareOfSway(seconds);
}
