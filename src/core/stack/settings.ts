import type { Fade } from "./fade";

/** How frames are fused, beside the method; a method takes what its `options` name. */
export interface FusingSettings {
  /** Average the codes as they are instead of linear light. */
  readonly encoded: boolean;
  /** Null for the method's own. */
  readonly fade: Fade | null;
  /** Stars are drawn on from frame to frame where their arcs have gaps. */
  readonly fillsGaps: boolean;
  /** What lies further from the middle than so many deviations is left out, */
  readonly kappa: number;
  /** at most so many times. */
  readonly iterations: number;
}

/** What stands where nobody has said otherwise; the clipping is that of the golden set. */
export const USUAL_SETTINGS: FusingSettings = {
  encoded: false,
  fade: null,
  fillsGaps: false,
  kappa: 2.5,
  iterations: 3,
};

/** Bounds within which a clipping mean can be asked for. */
export const KAPPA_BOUNDS = { least: 1, most: 10 } as const;
export const ITERATION_BOUNDS = { least: 1, most: 10 } as const;
