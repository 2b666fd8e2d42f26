import { chosenCamera } from "@/core/camera";
import type { IntentId } from "@/core/intent";
import { filtersOf, firstPlan } from "@/core/shot";
import type { Db } from "@/db/database";
import { findKit } from "@/db/kit";
import {
  createEmptyOuting,
  createShot,
  findOuting,
  type Outing,
  type Shot,
  saveRecipe,
  updateShot,
} from "@/db/outings";
import { USUAL_SETUP_MINUTES, USUAL_WALK_MINUTES } from "@/db/schema";
import { nightOf } from "./plan/nightOf";

const MINUTE_MS = 60_000;

/** What a shot of an intent starts with in an outing, clear of the other shots. */
async function startOf(db: Db, outingId: string, intent: IntentId, except: string | null) {
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
  const camera = chosenCamera(kit, own?.camera ?? null);
  const { beginsAtMs, ...first } = firstPlan(intent, outing ? nightOf(outing) : null, camera, filtersOf(kit), taken);
  return { ...first, beginsAt: beginsAtMs === null ? null : new Date(beginsAtMs) };
}

/** Starts an outing at a site with a first shot that starts right. */
export async function startOuting(
  db: Db,
  outing: { readonly name: string; readonly date: string; readonly siteId: string },
): Promise<{ outing: Outing; shotId: string }> {
  const started = await createEmptyOuting(db, outing);
  const shotId = await addShot(db, { outingId: started.id, name: "First shot", intent: "light-trails" });
  return { outing: started, shotId };
}

/** Adds a shot that starts right: as long as its intent takes, in the best free time of the night, with the solver's best recipe. */
export async function addShot(
  db: Db,
  { outingId, name, intent }: { readonly outingId: string; readonly name: string; readonly intent: IntentId },
): Promise<string> {
  const { beginsAt, minutes, recipeLine } = await startOf(db, outingId, intent, null);
  return createShot(db, { outingId, name, intent, minutes, recipeLine, ...(beginsAt ? { beginsAt } : {}) });
}

/**
 * Goes on from a changed intent: what still stands as the old intent had set it, length, time and recipe, each becomes the new
 * one's; what a person set stays.
 */
export async function followIntent(db: Db, shot: Shot, before: IntentId): Promise<void> {
  if (shot.intent === before) return;
  const old = await startOf(db, shot.outingId, before, shot.id);
  const next = await startOf(db, shot.outingId, shot.intent, shot.id);
  const timed = shot.beginsAt !== null && shot.beginsAt.getTime() !== old.beginsAt?.getTime();
  await updateShot(db, shot.id, {
    ...(shot.minutes === old.minutes ? { minutes: next.minutes } : {}),
    ...(timed ? {} : { beginsAt: next.beginsAt }),
  });
  if (shot.recipeLine === old.recipeLine) await saveRecipe(db, shot.id, next.recipeLine);
}
