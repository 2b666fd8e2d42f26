import { type IntentId, intentOf } from "../intent";
import { early, type Factor } from "../intent/factors";
import type { Moment, NightSite } from "./moment";

/** How one factor stands at an instant. */
export interface ScoreReason {
  readonly name: string;
  readonly value: number;
  readonly because: string;
}

const factorsOf = (intent: IntentId): readonly Factor[] => [...intentOf(intent).factors, early];

/** How good an instant is for an intent, 0 to 100. */
export function scoreMoment(intent: IntentId, moment: Moment, site: NightSite): number {
  let product = 100;
  for (const factor of factorsOf(intent)) product *= factor.value(moment, site);
  return product;
}

/** Why: every factor with its value and its reason, the one that costs most first. */
export function scoreReasons(intent: IntentId, moment: Moment, site: NightSite): ScoreReason[] {
  return factorsOf(intent)
    .map(({ name, value, because }) => ({ name, value: value(moment, site), because: because(moment, site) }))
    .sort((a, b) => a.value - b.value);
}

/** A stretch of a night with its mean score. */
export interface ScoredStretch {
  readonly beginMs: number;
  readonly endMs: number;
  readonly score: number;
}

/** The stretch of this length with the highest mean score; `moments` must be evenly spaced. */
export function bestStretch(
  moments: readonly { readonly atMs: number }[],
  scores: readonly number[],
  lengthMs: number,
): ScoredStretch {
  const stepMs = moments[1]!.atMs - moments[0]!.atMs;
  const width = Math.max(1, Math.round(lengthMs / stepMs));
  let sum = 0;
  let best = { at: 0, sum: -1 };
  for (let i = 0; i < scores.length; i++) {
    sum += scores[i]! - (i >= width ? scores[i - width]! : 0);
    if (i >= width - 1 && sum > best.sum + 1e-9) best = { at: i - width + 1, sum };
  }
  const beginMs = moments[best.at]!.atMs;
  return { beginMs, endMs: beginMs + width * stepMs, score: best.sum / width };
}
