import { type IntentId, intentOf } from "@/core/intent";
import { nextWindows, nightDateOf } from "@/core/night";
import type { Db } from "@/db/database";
import { createEmptyOuting, findOutingOf } from "@/db/outings";
import { createSite, findSite } from "@/db/sites";
import { addShot } from "./newShot";
import { siteAt } from "./newSite";

/** What somebody wants to take next, and where: at a site of the list, or at a place that becomes one. */
export interface TonightWish {
  readonly intent: IntentId;
  readonly siteId: string | null;
  /** Taken where there is no `siteId`. */
  readonly site: Parameters<typeof siteAt>[0] | null;
}

/**
 * Plans a shot for the next good window of its intent at a place, tonight where tonight has none at all: in the outing that is
 * planned there for that night, or in a new one. Undefined where there is no such site.
 */
export function startTonight(
  db: Db,
  { intent, siteId, site: place }: TonightWish,
  nowMs: number,
): Promise<{ readonly outingId: string; readonly shotId: string } | undefined> {
  return db.transaction(async (within) => {
    const site = siteId !== null ? await findSite(within, siteId) : place && (await createSite(within, siteAt(place)));
    if (!site) return undefined;
    const [window] = nextWindows({ ...site, ...site.series }, nowMs, [intent]);
    const date = window?.date ?? nightDateOf(site.longitudeDeg, nowMs);
    const outing =
      (await findOutingOf(within, site.id, date)) ??
      (await createEmptyOuting(within, { name: site.name, date, siteId: site.id }));
    const wanted = { outingId: outing.id, name: intentOf(intent).name, intent };
    return { outingId: outing.id, shotId: await addShot(within, wanted, nowMs) };
  });
}
