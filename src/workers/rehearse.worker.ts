import { expose } from "comlink";
import { type Rehearsal, type RehearsalRequest, rehearse, stageEv } from "../core/rehearse";
import { type Scene, type Stage, setStage } from "../core/scene";
import type { Lens } from "../core/sensor";

let set: { readonly key: string; readonly stage: Stage; readonly ev: number } | null = null;
let latest = 0;

/** A stand-in scene through a lens; the last one is kept. */
function staged(scene: Scene, lens: Lens, widthPx: number): { readonly stage: Stage; readonly ev: number } {
  const key = JSON.stringify([scene, lens, widthPx]);
  if (set?.key !== key) {
    const stage = setStage(scene, lens, widthPx);
    set = { key, stage, ev: stageEv(stage) };
  }
  return set;
}

const aMoment = () => new Promise((resolve) => setTimeout(resolve, 0));

/** Rehearses recipes, the newest only: one that comes in while another runs ends it after its frame. */
const rehearseWorker = {
  async rehearse(
    scene: Scene,
    request: Omit<RehearsalRequest, "brightenStops">,
    sceneEv: number,
    widthPx: number,
    onPicture: (picture: Rehearsal) => Promise<void>,
  ): Promise<void> {
    latest++;
    const own = latest;
    await aMoment();
    if (own !== latest) return;
    const { stage, ev } = staged(scene, request.camera.lens, widthPx);
    for (const picture of rehearse(stage, { ...request, brightenStops: sceneEv - ev })) {
      if (picture) await onPicture(picture);
      await aMoment();
      if (own !== latest) return;
    }
  },
};

export type RehearseWorker = typeof rehearseWorker;
expose(rehearseWorker);
