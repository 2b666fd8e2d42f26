import type { IntentId } from "../intent";
import { sunEvents } from "../sky";
import type { NightPlan } from "./moment";
import { scoreMoment } from "./score";

/** Slots in which shots are placed on a night. */
export const SLOT_MINUTES = 5;
const SLOT_MS = SLOT_MINUTES * 60_000;
const SLOTS = (24 * 60) / SLOT_MINUTES;
const HOUR_MS = 3_600_000;
/** Nobody waits half a night for a slightly better hour: each hour after sunset counts this much less. */
const LOSS_PER_HOUR = 0.06;
const LEAST_PATIENCE = 0.15;

/** How good each slot of a night is for an intent to somebody who does not want to wait for ever, 0 to 100, read off its middle. */
export function patientScores(plan: NightPlan, intent: IntentId): { readonly atMs: number; readonly score: number }[] {
  const beginMs = plan.night.span.begin.getTime();
  const sunset = sunEvents(plan.night).sunset?.getTime() ?? beginMs;
  return Array.from({ length: SLOTS }, (_, slot) => {
    const atMs = beginMs + slot * SLOT_MS;
    const moment = plan.momentAt(atMs + SLOT_MS / 2);
    const hours = Math.max(0, moment.atMs - sunset) / HOUR_MS;
    const patience = Math.max(LEAST_PATIENCE, 1 - LOSS_PER_HOUR * hours);
    return { atMs, score: patience * scoreMoment(intent, moment, plan.site) };
  });
}
