import { expose } from "comlink";
import type { CapturePlan } from "../core/capture";
import { shownKey } from "../core/facts";
import type { SolveRequest } from "../core/intent";
import { outlookOf } from "../core/outlook";
import {
  framesUntil,
  ownStage,
  type Rehearsal,
  rehearse,
  type ScreenPicture,
  screenPicture,
  standInFor,
  unknownPixels,
} from "../core/rehearse";
import { partOf, type Scene, type ShotSky, type Stage, setPart, setStage, viewOf } from "../core/scene";
import { loadOwn, type OwnWish } from "./ownPicture";

/** What is rehearsed: a plan before the scene that stands in for a shot's place. Without a shutter time there is no plan. */
export interface Rehearsed {
  readonly request: SolveRequest;
  /** Null without an aim. */
  readonly sky: ShotSky | null;
  readonly plan: CapturePlan | null;
  /** The person's own picture instead of the scene; null for the scene. */
  readonly own: OwnWish | null;
}

/** What is to be seen of it. */
export interface RehearsalWish extends Rehearsed {
  readonly plan: CapturePlan;
  readonly widthPx: number;
  /** Whether what was promised of the picture is read off the whole of it. */
  readonly reads: boolean;
  /** How far the run is, in open seconds; null for all of it. */
  readonly openedSeconds: number | null;
}

/** The last values of something that takes long to make, by what it was made from. */
function keeper<Value>(most: number) {
  let kept: readonly { readonly key: string; readonly value: Value }[] = [];
  return {
    has: (key: string) => kept.some((each) => each.key === key),
    get(key: string, make: () => Value): Value {
      const known = kept.find((each) => each.key === key) ?? { key, value: make() };
      kept = [known, ...kept.filter((each) => each.key !== key)].slice(0, most);
      return known.value;
    },
  };
}

/** The picture at rest, the smaller one under the hand, and the first glance. */
const stages = keeper<Stage>(3);
const scenes = keeper<Scene>(2);
/** Width of the first glance at a scene that takes a while to light, pixels. */
const GLANCE_WIDTH_PX = 240;
let latest = 0;
let latestLoupe = 0;
/** A part of the picture that is looked at closely, pixels. */
const LOUPE_PX = [360, 270] as const;

const placeKey = ({ request, sky }: Rehearsed) =>
  JSON.stringify([request.intent, shownKey(request), sky, request.camera.lens]);
const stageKey = (wish: RehearsalWish, widthPx: number) => `${widthPx} ${placeKey(wish)}`;

function staged(wish: RehearsalWish, widthPx: number): Stage {
  const { request, sky } = wish;
  const { intent, camera } = request;
  return stages.get(stageKey(wish, widthPx), () => {
    const scene = scenes.get(placeKey(wish), () => standInFor(intent, request, sky, camera.lens));
    return setStage(scene, camera.lens, widthPx);
  });
}

const aMoment = () => new Promise((resolve) => setTimeout(resolve, 0));

/** Rehearses plans, the newest only: one that comes in while another runs ends it after its frame. */
const rehearseWorker = {
  async rehearse(wish: RehearsalWish, onPicture: (picture: Rehearsal) => Promise<void>): Promise<void> {
    latest++;
    const own = latest;
    await aMoment();
    if (own !== latest) return;
    const { plan, openedSeconds, widthPx } = wish;
    const frames = openedSeconds === null ? undefined : framesUntil(plan, openedSeconds);
    if (wish.own) {
      const frame = { ...wish.own, ...(await loadOwn(wish.own)) };
      if (own !== latest) return;
      const unknown = unknownPixels(frame);
      const stage = ownStage(frame, wish.request.camera.lens, plan, outlookOf(plan, wish.request), wish.own.marks);
      for (const picture of rehearse(stage, plan, frames)) {
        if (picture) await onPicture({ ...picture, unknown });
        await aMoment();
        if (own !== latest) return;
      }
      return;
    }
    const isLit = stages.has(stageKey(wish, widthPx));
    for (const width of isLit || widthPx <= GLANCE_WIDTH_PX ? [widthPx] : [GLANCE_WIDTH_PX, widthPx]) {
      for (const picture of rehearse(
        staged(wish, width),
        plan,
        frames,
        openedSeconds === null && wish.reads ? wish.request : null,
      )) {
        if (picture) await onPicture(picture);
        await aMoment();
        if (own !== latest) return;
      }
    }
  },

  /**
   * A part of the picture at its full size, one pixel of the sensor to one of the screen, with everything in it that a whole
   * run leaves there.
   *
   * @param x and `y`: its middle, shares of the picture's width and height.
   */
  async loupe(wish: RehearsalWish, x: number, y: number): Promise<Rehearsal | null> {
    const own = ++latestLoupe;
    await aMoment();
    if (own !== latestLoupe) return null;
    const { request, sky, plan } = wish;
    const { lens } = request.camera;
    const scene = scenes.get(placeKey(wish), () => standInFor(request.intent, request, sky, lens));
    const whole = viewOf(scene, lens, lens.widthPx);
    const corner = (at: number, all: number, part: number) =>
      Math.max(0, Math.min(all - part, Math.round(at * all - part / 2)));
    const [left, top] = [corner(x, whole.width, LOUPE_PX[0]), corner(y, whole.height, LOUPE_PX[1])];
    const stage = setPart(scene, lens, partOf(whole, left, top, ...LOUPE_PX));
    let last: Rehearsal | null = null;
    for (const picture of rehearse(stage, plan)) {
      last = picture ?? last;
      await aMoment();
      if (own !== latestLoupe) return null;
    }
    return last;
  },

  /** What the phone's screen shows of the same scene before the run. */
  async screen(wish: RehearsalWish, topIso: number): Promise<ScreenPicture> {
    return screenPicture(staged(wish, wish.widthPx), wish.plan, topIso);
  },
};

export type RehearseWorker = typeof rehearseWorker;
expose(rehearseWorker);
