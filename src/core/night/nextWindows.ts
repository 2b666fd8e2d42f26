import { intentOf } from "../intent";
import { INTENT_IDS, type IntentId } from "../intent/ids";
import { MS_PER_DAY } from "../units";
import { type NightSite, planNight } from "./moment";
import { nightDateOf } from "./nightDate";
import type { ScoredStretch } from "./score";
import { bestOfSlots, SLOT_MINUTES, slotAt, slotMoments, slotScores } from "./slots";

/** When an intent is best done next. */
export interface NextWindow extends ScoredStretch {
  readonly intent: IntentId;
  /** Of its night: local mean solar date, `YYYY-MM-DD`. */
  readonly date: string;
}

/** A window under this is no reason to go out. */
const GOOD_SCORE = 30;
/** A window under this is none at all. */
const LEAST_SCORE = 5;
/** So far ahead is looked: all phases of a moon. */
const NIGHTS_AHEAD = 30;

/**
 * For each intent the first night from now on with a good window, and its best stretch there, as long as the intent usually
 * takes; where none of a month's nights has one, the best that there is, if it is worth anything.
 */
export function nextWindows(site: NightSite, nowMs: number, intents: readonly IntentId[] = INTENT_IDS): NextWindow[] {
  const found = new Map<IntentId, NextWindow>();
  const isDone = (intent: IntentId) => (found.get(intent)?.score ?? 0) >= GOOD_SCORE;
  const tonight = Date.parse(nightDateOf(site.longitudeDeg, nowMs));
  for (let night = 0; night < NIGHTS_AHEAD; night++) {
    const open = intents.filter((intent) => !isDone(intent));
    if (open.length === 0) break;
    const date = new Date(tonight + night * MS_PER_DAY).toISOString().slice(0, 10);
    const plan = planNight(site, date);
    const moments = slotMoments(plan, slotAt(plan, nowMs) + 1);
    for (const intent of open) {
      const { usualMinutes } = intentOf(intent);
      if (moments.length * SLOT_MINUTES < usualMinutes) continue;
      // Some do well by day; the question is what to do with the night.
      const slots = slotScores(plan, intent, moments).map((slot, at) =>
        moments[at]!.sunAltitudeDeg > 0 ? { ...slot, score: 0 } : slot,
      );
      const best = bestOfSlots(slots, usualMinutes);
      if (best.score > (found.get(intent)?.score ?? LEAST_SCORE)) found.set(intent, { intent, date, ...best });
    }
  }
  return intents.flatMap((intent) => found.get(intent) ?? []);
}
