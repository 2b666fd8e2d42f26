import { expose } from "comlink";
import type { CaptureCamera, CapturePlan } from "../core/capture";
import type { IntentId } from "../core/intent";
import {
  type AimedSky,
  framesUntil,
  type PlaceLight,
  type Rehearsal,
  rehearse,
  type ScreenPicture,
  screenPicture,
  standInFor,
  stillGainOf,
} from "../core/rehearse";
import { type Scene, type Stage, setStage } from "../core/scene";

/** What is to be seen: a plan before a scene, under a person's own light. */
export interface RehearsalWish {
  readonly intent: IntentId;
  /** Where the scene has stars; null without an aim. */
  readonly sky: AimedSky | null;
  readonly plan: CapturePlan;
  readonly camera: CaptureCamera;
  readonly light: PlaceLight;
  readonly widthPx: number;
  /** How far the run is, in open seconds; null for all of it. */
  readonly openedSeconds: number | null;
}

interface StageSet {
  readonly key: string;
  readonly stage: Stage;
  readonly stillGain: number;
}

/** The picture at rest and the smaller one under the hand. */
const STAGES_KEPT = 2;
let kept: readonly StageSet[] = [];
let latest = 0;

/** A scene through a lens under a person's light; the last ones are kept. */
function staged(scene: Scene, { camera, light, widthPx }: RehearsalWish): StageSet {
  const key = JSON.stringify([scene, camera.lens, light, widthPx]);
  const known = kept.find((each) => each.key === key);
  const set = known ?? {
    key,
    stage: setStage(scene, camera.lens, widthPx),
    stillGain: stillGainOf(scene, camera, light),
  };
  kept = [set, ...kept.filter((each) => each !== set)].slice(0, STAGES_KEPT);
  return set;
}

const aMoment = () => new Promise((resolve) => setTimeout(resolve, 0));

/** Rehearses plans, the newest only: one that comes in while another runs ends it after its frame. */
const rehearseWorker = {
  async rehearse(wish: RehearsalWish, onPicture: (picture: Rehearsal) => Promise<void>): Promise<void> {
    latest++;
    const own = latest;
    await aMoment();
    if (own !== latest) return;
    const { stage, stillGain } = staged(standInFor(wish.intent, wish.sky), wish);
    const { plan, openedSeconds } = wish;
    const frames = openedSeconds === null ? undefined : framesUntil(plan, openedSeconds);
    for (const picture of rehearse(stage, plan, stillGain, frames)) {
      if (picture) await onPicture(picture);
      await aMoment();
      if (own !== latest) return;
    }
  },

  /** What the phone's screen shows of the same scene before the run. */
  async screen(wish: RehearsalWish, topIso: number): Promise<ScreenPicture> {
    const { stage, stillGain } = staged(standInFor(wish.intent, wish.sky), wish);
    return screenPicture(stage, wish.plan, stillGain, topIso);
  },
};

export type RehearseWorker = typeof rehearseWorker;
expose(rehearseWorker);
