import { AUTOMATIC_FIELDS, type SavedScene, saidOf } from "@/core/facts";

import type { NightPlan } from "@/core/night";
import { type Shot, sceneOf } from "@/core/shot";

/** A shot's scene as it is shown and changed: every value, with which of the automatic ones a person typed over. */
export function shownScene(shot: Shot, plan: NightPlan | null): SavedScene {
  const scene = saidOf(sceneOf(shot, plan));
  return {
    ...scene,
    ownSupport: shot.scene?.ownSupport ?? null,
    metered: shot.scene?.metered ?? null,
    own: shot.scene?.own ?? [],
  };
}

/** A scene after a change; automatic values that it touches are a person's own from then on. */
export function changedScene(scene: SavedScene, part: Partial<SavedScene>): SavedScene {
  const typed = AUTOMATIC_FIELDS.filter((field) => field in part);
  return { ...scene, ...part, own: [...new Set([...(part.own ?? scene.own), ...typed])] };
}
