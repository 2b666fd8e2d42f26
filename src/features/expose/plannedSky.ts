import type { ShotReply } from "@/contracts/replies";
import { clearSkyAt, evTowards } from "@/core/sky";
import type { Night } from "@/features/nightPlan/NightContext";

/** The clear sky's light when a shot is planned. */
export interface PlannedSky {
  readonly ev: number;
  /** Whether it is that of where the camera looks; overhead otherwise. */
  readonly aimed: boolean;
}

/** The sky's light at the planned time, where the shot aims or, before that, overhead; null while it has no time. */
export function plannedSky(
  { plan, site }: Night,
  { beginsAt, aim }: Pick<ShotReply, "beginsAt" | "aim">,
): PlannedSky | null {
  if (beginsAt === null) return null;
  const atMs = Date.parse(beginsAt);
  return aim
    ? { ev: evTowards(clearSkyAt(plan.night, atMs, site.darkSkyMagPerArcsec2), aim), aimed: true }
    : { ev: plan.momentAt(atMs).skyEv, aimed: false };
}
