import { type NightPlan, planNight } from "@/core/night";
import type { OutingDetail } from "@/db/outings";

/** The night of an outing at its site; null for loose files, which have none. */
export function nightOf({ outing, site }: OutingDetail): NightPlan | null {
  return site ? planNight({ ...site, ...site.series }, outing.date, outing.overrides ?? undefined) : null;
}
