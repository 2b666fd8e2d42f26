import type { ShotReply } from "@/contracts/replies";
import {
  type Arrangement,
  arrangeShots,
  type NightPlan,
  type PlanConflict,
  type PlannedBlock,
  planConflicts,
  scoreMoment,
} from "@/core/night";
import { type PhonePace, parseRecipe, runCost } from "@/core/recipe";
import { sunEvents } from "@/core/sky";

/** Slots in which shots are arranged. */
export const SLOT_MINUTES = 5;
const MINUTE_MS = 60_000;
const HOUR_MS = 60 * MINUTE_MS;

/** Nobody waits half a night for a slightly better hour: each hour after sunset counts this much less. */
const LOSS_PER_HOUR = 0.06;
const LEAST_PATIENCE = 0.15;

/** What an outing may use up: nine tenths of a battery, and 20 GB. */
const BUDGET = { batteryPercent: 90, freeMegabytes: 20_000 };

/** A shot that stands on the night, with what it takes. */
export function plannedBlock(shot: ShotReply, pace: PhonePace): PlannedBlock | null {
  if (shot.beginsAt === null) return null;
  const beginMs = Date.parse(shot.beginsAt);
  const { seconds, megabytes, batteryPercent } = runCost(parseRecipe(shot.recipeLine).recipe, pace);
  const { id, name, walkMinutes, setupMinutes } = shot;
  const endMs = beginMs + shot.minutes * MINUTE_MS;
  return { id, name, beginMs, endMs, walkMinutes, setupMinutes, runSeconds: seconds, megabytes, batteryPercent };
}

/** What does not fit in an outing's plan. */
export function conflictsOf(shots: readonly ShotReply[], paceOf: (shot: ShotReply) => PhonePace): PlanConflict[] {
  const blocks = shots.map((shot) => plannedBlock(shot, paceOf(shot))).filter((block) => block !== null);
  return planConflicts(blocks, BUDGET);
}

/** Places all shots of an outing in their best windows; instants by shot, and the shots left over. */
export function arrange(
  plan: NightPlan,
  shots: readonly ShotReply[],
): { readonly begins: ReadonlyMap<string, number>; readonly arrangement: Arrangement } {
  const beginMs = plan.night.span.begin.getTime();
  const slots = (24 * 60) / SLOT_MINUTES;
  const moments = Array.from({ length: slots }, (_, slot) =>
    plan.momentAt(beginMs + (slot + 0.5) * SLOT_MINUTES * MINUTE_MS),
  );
  const sunset = sunEvents(plan.night).sunset?.getTime() ?? beginMs;
  const patience = moments.map(({ atMs }) => {
    const hours = Math.max(0, atMs - sunset) / HOUR_MS;
    return Math.max(LEAST_PATIENCE, 1 - LOSS_PER_HOUR * hours);
  });
  const arrangement = arrangeShots(
    shots.map(({ id, minutes, walkMinutes, setupMinutes, intent }) => ({
      ...{ id, minutes, walkMinutes, setupMinutes },
      scores: moments.map((moment, slot) => patience[slot]! * scoreMoment(intent, moment, plan.site)),
    })),
    SLOT_MINUTES,
  );
  const begins = new Map(
    arrangement.placed.map(({ id, beginSlot }) => [id, beginMs + beginSlot * SLOT_MINUTES * MINUTE_MS]),
  );
  return { begins, arrangement };
}
