import { chosenCamera } from "@/core/camera";
import type { IntentId } from "@/core/intent";
import { filtersOf, firstPlan } from "@/core/shot";
import type { Db } from "@/db/database";
import { findKit } from "@/db/kit";
import { createEmptyOuting, createShot, findOuting, findShot, type Outing, type Shot, updateShot } from "@/db/outings";
import { USUAL_SETUP_MINUTES, USUAL_WALK_MINUTES } from "@/db/schema";
import { createSite } from "@/db/sites";
import { siteAt } from "./newSite";
import { nightOf } from "./plan/nightOf";

const MINUTE_MS = 60_000;

/** What a shot of an intent starts with in an outing, clear of the other shots. */
async function startOf(
  db: Db,
  outingId: string,
  intent: IntentId,
  except: string | null,
  fromMs: number | null = null,
) {
  const outing = await findOuting(db, outingId);
  const kit = await findKit(db);
  const own = outing?.shots.find(({ id }) => id === except);
  const approach = own ? own.walkMinutes + own.setupMinutes : USUAL_WALK_MINUTES + USUAL_SETUP_MINUTES;
  // Nobody sets up for one shot while still at another: the way to either is taken as well.
  const taken = (outing?.shots ?? []).flatMap(({ id, beginsAt, minutes, walkMinutes, setupMinutes }) =>
    beginsAt === null || id === except
      ? []
      : [
          {
            beginMs: beginsAt.getTime() - (walkMinutes + setupMinutes) * MINUTE_MS,
            endMs: beginsAt.getTime() + (minutes + approach) * MINUTE_MS,
          },
        ],
  );
  if (fromMs !== null) taken.push({ beginMs: Number.NEGATIVE_INFINITY, endMs: fromMs });
  const camera = chosenCamera(kit, own?.camera ?? null);
  const { beginsAtMs, ...first } = firstPlan(intent, outing ? nightOf(outing) : null, camera, filtersOf(kit), taken);
  return { ...first, beginsAt: beginsAtMs === null ? null : new Date(beginsAtMs) };
}

/** Where an outing goes: a site of the list, a place that becomes one, or nowhere, for loose files. */
export interface OutingStart {
  readonly name: string;
  readonly date: string;
  readonly siteId: string | null;
  /** Taken where there is no `siteId`. */
  readonly site: Parameters<typeof siteAt>[0] | null;
}

/** Starts an outing with a first shot that starts right, and its site where that is new: all of it or nothing. */
export function startOuting(
  db: Db,
  { siteId: known, site, ...outing }: OutingStart,
): Promise<{ outing: Outing; shotId: string }> {
  return db.transaction(async (within) => {
    const siteId = known ?? (site ? (await createSite(within, siteAt(site))).id : null);
    const started = await createEmptyOuting(within, { ...outing, siteId });
    const shotId =
      siteId === null
        ? await createShot(within, { outingId: started.id, name: "Fused from files", recipeLine: "" })
        : await addShot(within, { outingId: started.id, name: "First shot", intent: "light-trails" });
    return { outing: started, shotId };
  });
}

/**
 * Adds a shot that starts right: as long as its intent takes, in the best free time of the night, with the solver's best recipe.
 *
 * @param fromMs The night before it is over; null where all of it counts.
 */
export async function addShot(
  db: Db,
  { outingId, name, intent }: { readonly outingId: string; readonly name: string; readonly intent: IntentId },
  fromMs: number | null = null,
): Promise<string> {
  const { beginsAt, minutes, recipeLine } = await startOf(db, outingId, intent, null, fromMs);
  return createShot(db, { outingId, name, intent, minutes, recipeLine, ...(beginsAt ? { beginsAt } : {}) });
}

/**
 * Changes a shot; undefined when there is none. After a change of intent, what still stands as the old intent had set it, length,
 * time and recipe, each becomes the new one's; what a person set stays.
 *
 * @throws ChangedElsewhereError when it is not as it `was`; then nothing is changed.
 */
export function changeShot(db: Db, shotId: string, change: Partial<Shot>, was?: object): Promise<Shot | undefined> {
  return db.transaction(async (within) => {
    const before = await findShot(within, shotId);
    const shot = await updateShot(within, shotId, change, was);
    if (!before || !shot || shot.intent === before.intent) return shot;
    const old = await startOf(within, shot.outingId, before.intent, shot.id);
    const next = await startOf(within, shot.outingId, shot.intent, shot.id);
    const timed = shot.beginsAt !== null && shot.beginsAt.getTime() !== old.beginsAt?.getTime();
    return updateShot(within, shotId, {
      ...(shot.minutes === old.minutes ? { minutes: next.minutes } : {}),
      ...(timed ? {} : { beginsAt: next.beginsAt }),
      ...(shot.recipeLine === old.recipeLine ? { recipeLine: next.recipeLine } : {}),
    });
  });
}
