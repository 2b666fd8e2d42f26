import type { IntentId } from "../intent";
import type { NightPlan } from "./moment";
import { arrangeShots, type ShotToPlace } from "./schedule";
import { SLOT_MINUTES, slotScores } from "./slots";

const MINUTE_MS = 60_000;

/** What became of a night's shots. */
export interface NightArrangement {
  /** When each that found room begins, epoch milliseconds, by its id. */
  readonly begins: ReadonlyMap<string, number>;
  /** Those for which no room, or no time of any worth, was left. */
  readonly unplaced: readonly string[];
}

/** Places the shots of an outing on its night so that all together score as high as they can. */
export function arrangeOnNight(
  plan: NightPlan,
  shots: readonly (Omit<ShotToPlace, "scores"> & { readonly intent: IntentId })[],
): NightArrangement {
  const beginMs = plan.night.span.begin.getTime();
  const { placed, unplaced } = arrangeShots(
    shots.map((shot) => ({ ...shot, scores: slotScores(plan, shot.intent).map(({ score }) => score) })),
    SLOT_MINUTES,
  );
  return {
    begins: new Map(placed.map(({ id, beginSlot }) => [id, beginMs + beginSlot * SLOT_MINUTES * MINUTE_MS])),
    unplaced,
  };
}
