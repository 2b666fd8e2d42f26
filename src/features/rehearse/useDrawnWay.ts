import type { ShotReply } from "@/contracts/replies";
import { sceneNameFor } from "@/core/rehearse";
import { drawnSpeedMps } from "@/core/scene";
import { plain } from "@/core/words";
import { changedScene } from "@/features/shot/shownScene";
import { useShotChange } from "@/features/shot/useShotChange";
import { type DrawnPoint, keptPoints } from "./own/marks";
import type { Rehearse } from "./useRehearse";

/** The scene in which somebody draws with a lantern. */
const DRAWN_IN = "lantern-walk";

/** A lantern's way that is drawn over the rehearsed picture; null where nobody draws with a lantern. */
export function useDrawnWay(shot: ShotReply, { scene, request }: Rehearse) {
  const change = useShotChange();
  const { mover } = scene;
  if (mover === null || sceneNameFor(shot.intent, request) !== DRAWN_IN) return null;
  return {
    way: scene.drawnWay,
    /** The mover goes as fast as the hand did, in the mean: what is promised of its trail goes by that. */
    save(points: readonly DrawnPoint[]) {
      const drawnWay = keptPoints(points);
      if (drawnWay === null) return;
      const speedMps = drawnSpeedMps(drawnWay, request.camera.lens, mover.distanceM);
      void change(
        shot,
        { scene: changedScene(scene, { drawnWay, mover: { ...mover, speedMps } }) },
        { said: `Drawn at ${plain(speedMps, 2)} m/s.` },
      );
    },
    remove() {
      void change(
        shot,
        { scene: changedScene(scene, { drawnWay: null }) },
        { said: "The lantern draws its spiral again." },
      );
    },
  };
}

export type DrawnWayState = NonNullable<ReturnType<typeof useDrawnWay>>;
