import type { ShotReply } from "@/contracts/replies";
import type { ShotScene } from "@/contracts/scene";
import type { NightPlan } from "@/core/night";
import { AUTOMATIC_FIELDS, type PlannedShot, saidOf, sceneOf } from "@/core/shot";

/** A shot as far as its picture goes; `scene` is what is being changed, where that is not saved yet. */
export function plannedShotOf(
  {
    intent,
    minutes,
    beginsAt,
    aim,
    scene: saved,
  }: Pick<ShotReply, "intent" | "minutes" | "beginsAt" | "aim" | "scene">,
  scene: ShotScene | null = saved,
): PlannedShot {
  return { intent, minutes, aim, scene, beginsAtMs: beginsAt === null ? null : Date.parse(beginsAt) };
}

/** A shot's scene as it is shown and changed: every value, with which of the automatic ones a person typed over. */
export function shownScene(shot: PlannedShot, plan: NightPlan | null): ShotScene {
  const scene = saidOf(sceneOf(shot, plan));
  const saved = shot.scene as ShotScene | null;
  return {
    ...scene,
    lamps: [...scene.lamps],
    ownSupport: saved?.ownSupport ?? null,
    metered: saved?.metered ?? null,
    own: saved?.own ?? [],
  };
}

/** A scene after a change; automatic values that it touches are a person's own from then on. */
export function changedScene(scene: ShotScene, part: Partial<ShotScene>): ShotScene {
  const typed = AUTOMATIC_FIELDS.filter((field) => field in part);
  return { ...scene, ...part, own: [...new Set([...(part.own ?? scene.own), ...typed])] };
}
