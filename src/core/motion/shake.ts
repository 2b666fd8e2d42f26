/** What holds the phone: how long it rings after a touch, how far it moves, and how wind shakes it. */
export const SUPPORTS = {
  hand: { name: "in the hand", settleSeconds: 0, touchPx: 0, gustPxPerMps: 0 },
  braced: { name: "braced hand", settleSeconds: 0, touchPx: 0, gustPxPerMps: 0 },
  tripod: { name: "tripod", settleSeconds: 0.3, touchPx: 12, gustPxPerMps: 0.05 },
  stand: { name: "light stand", settleSeconds: 0.6, touchPx: 20, gustPxPerMps: 0.16 },
  stick: { name: "stick on a railing", settleSeconds: 1, touchPx: 30, gustPxPerMps: 0.3 },
} as const;
export type SupportKind = keyof typeof SUPPORTS;

const BRACED_STOPS = 1.5;
const LEAST_SHAKE_PX = 0.5;

/** Longest hand-held shutter, seconds: 2^stops / equivalent focal length; null on a support. */
export function handHeldSeconds(support: SupportKind, equivalentMm: number, stabilisationStops: number): number | null {
  if (support !== "hand" && support !== "braced") return null;
  return 2 ** (stabilisationStops + (support === "braced" ? BRACED_STOPS : 0)) / equivalentMm;
}

/** Shortest delay after a touch that leaves less than half a pixel of ringing, seconds: A0·e^(-t/τ). */
export function settleDelaySeconds(support: SupportKind): number {
  const { settleSeconds, touchPx } = SUPPORTS[support];
  return touchPx > LEAST_SHAKE_PX ? settleSeconds * Math.log(touchPx / LEAST_SHAKE_PX) : 0;
}

/** Blur by gusts on a support, pixels rms. */
export function windBlurPx(support: SupportKind, gustMps: number): number {
  return SUPPORTS[support].gustPxPerMps * gustMps;
}
