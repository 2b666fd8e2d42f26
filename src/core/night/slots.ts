import type { IntentId } from "../intent";
import type { Moment, NightPlan } from "./moment";
import { bestStretch, type ScoredStretch, scoreMoment } from "./score";

/** Slots in which shots are placed on a night. */
export const SLOT_MINUTES = 5;
const MINUTE_MS = 60_000;
const SLOT_MS = SLOT_MINUTES * MINUTE_MS;
const SLOTS = (24 * 60) / SLOT_MINUTES;

/** A slot of a night by when it begins. */
export interface ScoredSlot {
  readonly atMs: number;
  /** 0 to 100, read off its middle. */
  readonly score: number;
}

/** The middles of a night's slots, from one slot to before another. */
export function slotMoments(plan: NightPlan, from = 0, to = SLOTS): Moment[] {
  const beginMs = plan.night.span.begin.getTime();
  const [first, end] = [Math.max(0, from), Math.min(SLOTS, to)];
  return Array.from({ length: Math.max(0, end - first) }, (_, index) =>
    plan.momentAt(beginMs + (first + index + 0.5) * SLOT_MS),
  );
}

/** How good slots of a night are for an intent; all of them, unless their moments are given. */
export const slotScores = (plan: NightPlan, intent: IntentId, moments = slotMoments(plan)): ScoredSlot[] =>
  moments.map((moment) => ({ atMs: moment.atMs - SLOT_MS / 2, score: scoreMoment(intent, moment, plan.site) }));

/** The slots' stretch of this length with the highest mean score: when one would go there. */
export const bestOfSlots = (slots: readonly ScoredSlot[], minutes: number): ScoredStretch =>
  bestStretch(
    slots,
    slots.map(({ score }) => score),
    minutes * MINUTE_MS,
  );

/** Mean score of the slots that a block of time lies over; null where the night has none of it. */
export function scoreOfBlock(slots: readonly ScoredSlot[], beginMs: number, minutes: number): number | null {
  const endMs = beginMs + minutes * MINUTE_MS;
  const under = slots.filter(({ atMs }) => atMs < endMs && atMs + SLOT_MS > beginMs);
  return under.length === 0 ? null : under.reduce((sum, { score }) => sum + score, 0) / under.length;
}

/** The slot that begins at an instant or holds it. */
export const slotAt = (plan: NightPlan, atMs: number): number =>
  Math.floor((atMs - plan.night.span.begin.getTime()) / SLOT_MS);
