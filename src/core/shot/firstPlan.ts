import { type Camera, framed, WHOLE_SENSOR } from "../camera";
import { type IntentId, intentOf } from "../intent";
import { bestOfSlots, type NightPlan, SLOT_MINUTES, slotScores } from "../night";
import { solve } from "../solve";
import { inOwnNotation, type KitFilter } from "./filters";
import { sceneOf } from "./scene";

/** What a new shot starts with. */
export interface FirstPlan {
  readonly minutes: number;
  /** Null without a night, or where the night has no time of any worth for it. */
  readonly beginsAtMs: number | null;
  /** The solver's best recipe; empty where there is none. */
  readonly recipeLine: string;
}

/** A stretch of the night that is taken. */
export interface TakenStretch {
  readonly beginMs: number;
  readonly endMs: number;
}

/** A score under this is no time to be there. */
const LEAST_SCORE = 5;
/** What a slot that is taken counts: more than all others together could make up for. */
const TAKEN_SCORE = -1e6;
const MINUTE_MS = 60_000;

/** How long a shot of an intent takes, when it is best begun clear of what is planned already, and with which recipe. */
export function firstPlan(
  intent: IntentId,
  plan: NightPlan | null,
  camera: Camera,
  filters: readonly KitFilter[],
  taken: readonly TakenStretch[],
): FirstPlan {
  const minutes = intentOf(intent).usualMinutes;
  const beginsAtMs = plan && bestBegin(plan, intent, minutes, taken);
  const scene = sceneOf(
    { intent, minutes, beginsAt: beginsAtMs === null ? null : new Date(beginsAtMs), aim: null, scene: null },
    plan,
  );
  const filterStops = filters.map(({ stops }) => stops);
  const { recipes } = solve({ ...scene, intent, camera: framed(camera, WHOLE_SENSOR), filterStops });
  return { minutes, beginsAtMs, recipeLine: inOwnNotation(recipes, filters)[0]?.line ?? "" };
}

function bestBegin(plan: NightPlan, intent: IntentId, minutes: number, taken: readonly TakenStretch[]): number | null {
  const slots = slotScores(plan, intent).map(({ atMs, score }) => {
    const free = taken.every(({ beginMs, endMs }) => atMs >= endMs || atMs + SLOT_MINUTES * MINUTE_MS <= beginMs);
    return { atMs, score: free ? score : TAKEN_SCORE };
  });
  const best = bestOfSlots(slots, minutes);
  return best.score >= LEAST_SCORE ? best.beginMs : null;
}
