import { type NightPlan, planNight } from "@/core/night";
import type { PlannedShot } from "@/core/shot";
import type { OutingDetail, Shot } from "@/db/outings";

/** The night of an outing at its site; null for loose files, which have none. */
export function nightOf({ outing, site }: OutingDetail): NightPlan | null {
  return site ? planNight({ ...site, ...site.series }, outing.date, outing.overrides ?? undefined) : null;
}

/** A shot as far as its picture goes. */
export const plannedShotOf = ({ intent, minutes, beginsAt, aim, scene }: Shot): PlannedShot => ({
  intent,
  minutes,
  aim,
  scene,
  beginsAtMs: beginsAt?.getTime() ?? null,
});
