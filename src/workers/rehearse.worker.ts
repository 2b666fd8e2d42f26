import { expose } from "comlink";
import type { CaptureCamera, CapturePlan } from "../core/capture";
import type { IntentId } from "../core/intent";
import { type AimedSky, type PlaceLight, type Rehearsal, rehearse, standInFor, stillGainOf } from "../core/rehearse";
import { type Scene, type Stage, setStage } from "../core/scene";

let set: { readonly key: string; readonly stage: Stage; readonly stillGain: number } | null = null;
let latest = 0;

/** A scene through a lens under a person's light; the last one is kept. */
function staged(scene: Scene, camera: CaptureCamera, light: PlaceLight, widthPx: number) {
  const key = JSON.stringify([scene, camera.lens, light, widthPx]);
  if (set?.key !== key)
    set = { key, stage: setStage(scene, camera.lens, widthPx), stillGain: stillGainOf(scene, camera, light) };
  return set;
}

const aMoment = () => new Promise((resolve) => setTimeout(resolve, 0));

/** Rehearses plans, the newest only: one that comes in while another runs ends it after its frame. */
const rehearseWorker = {
  async rehearse(
    intent: IntentId,
    sky: AimedSky | null,
    plan: CapturePlan,
    camera: CaptureCamera,
    light: PlaceLight,
    widthPx: number,
    onPicture: (picture: Rehearsal) => Promise<void>,
  ): Promise<void> {
    latest++;
    const own = latest;
    await aMoment();
    if (own !== latest) return;
    const { stage, stillGain } = staged(standInFor(intent, sky), camera, light, widthPx);
    for (const picture of rehearse(stage, plan, stillGain)) {
      if (picture) await onPicture(picture);
      await aMoment();
      if (own !== latest) return;
    }
  },
};

export type RehearseWorker = typeof rehearseWorker;
expose(rehearseWorker);
