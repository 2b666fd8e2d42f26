import type { ShotReply } from "@/contracts/replies";
import type { ShotScene } from "@/contracts/scene";
import { usualScene } from "@/core/solve";

/** A shot's scene as saved, or its intent's usual one under the lamps of the site. */
export function sceneOf({ scene, intent }: Pick<ShotReply, "scene" | "intent">, lampEv: number | null): ShotScene {
  if (scene) return scene;
  const usual = usualScene(intent);
  const sceneEv = lampEv !== null && usual.sceneEv > 0 ? lampEv : usual.sceneEv;
  return { ...usual, ownSupport: null, sceneEv, metered: null };
}
