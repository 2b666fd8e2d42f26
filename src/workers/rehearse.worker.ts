import { expose } from "comlink";
import type { CapturePlan } from "../core/capture";
import { shownKey } from "../core/facts";
import { outlookOf } from "../core/outlook";
import {
  asFollowed,
  asTurned,
  framesUntil,
  ownStage,
  REST_WIDTH_PX,
  type Rehearsal,
  rehearse,
  type ScreenPicture,
  screenPicture,
  standInFor,
  unknownPixels,
} from "../core/rehearse";
import { lightPart, partOf, type Scene, type Stage, viewOf } from "../core/scene";
import type { RehearsedShot } from "../core/shot";
import { LOUPE_PX } from "./loupe";
import { loadOwn, type OwnWish } from "./ownPicture";

/** What is rehearsed: a shot's frames in the scene that stands in for its place, or in the person's own picture of it. */
export interface Rehearsed extends RehearsedShot {
  /** Null for the scene. */
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

/** The picture at rest, the smaller one under the hand, and the first glance, of this place and the one before. */
const stages = keeper<Stage>(5);
const scenes = keeper<Scene>(2);
/** Width of the first glance at a scene that takes a while to light, pixels. */
const GLANCE_WIDTH_PX = 240;
/** Widths that other looks at the same place have lit: under the hand, and small beside the field. */
const SMALLER_WIDTHS_PX = [480, 300];

/** What pictures are asked for: each wish ends the one before it for the same view. */
export type RehearsalView = "main" | "beside" | "loupe" | "screen" | "ahead";
const latest = new Map<RehearsalView, number>();
/** Who works for a view is told whether it is still wanted. What is lit ahead of time waits for nothing that is asked for. */
function begin(view: RehearsalView): () => boolean {
  const own = (latest.get(view) ?? 0) + 1;
  latest.set(view, own);
  if (view !== "ahead") latest.set("ahead", (latest.get("ahead") ?? 0) + 1);
  return () => latest.get(view) === own;
}

const placeKey = ({ request, sky }: Rehearsed) =>
  JSON.stringify([request.intent, shownKey(request), sky, request.camera.lens]);
const stageKey = (wish: Rehearsed, widthPx: number) => `${widthPx} ${placeKey(wish)}`;

const aMoment = () => new Promise((resolve) => setTimeout(resolve, 0));

/** Lets questions in that are more urgent, between the parts of what takes long. Null once it is no longer wanted. */
async function inParts<Value>(
  work: Generator<number, Value>,
  isWanted: () => boolean,
  onShare: (share: number) => void = () => {},
): Promise<Value | null> {
  for (;;) {
    const { done, value } = work.next();
    if (done) return value;
    onShare(value);
    await aMoment();
    if (!isWanted()) return null;
  }
}

function sceneOf(wish: Rehearsed): Scene {
  const { request, sky } = wish;
  const { intent, camera } = request;
  return scenes.get(placeKey(wish), () => standInFor(intent, asFollowed(intent, request), sky, camera.lens));
}

/** The place lit at a width, kept for the next question; null where it is no longer wanted before it is. */
async function staged(
  wish: Rehearsed,
  widthPx: number,
  isWanted: () => boolean,
  onShare?: (share: number) => void,
): Promise<Stage | null> {
  const key = stageKey(wish, widthPx);
  if (stages.has(key)) return stages.get(key, never);
  const { lens } = wish.request.camera;
  const scene = sceneOf(wish);
  await aMoment();
  if (!isWanted()) return null;
  const stage = await inParts(lightPart(scene, lens, viewOf(scene, lens, widthPx)), isWanted, onShare);
  return stage && stages.get(key, () => stage);
}

/** The largest width under another at which the place is lit already; else the first glance's. */
const glanceWidth = (wish: Rehearsed, under: number): number =>
  Math.max(GLANCE_WIDTH_PX, ...SMALLER_WIDTHS_PX.filter((width) => width < under && stages.has(stageKey(wish, width))));

const never = (): never => {
  throw new Error("a stage that is there is not made");
};

/** Rehearses plans, for each view the newest only: one that comes in while another runs ends it after its frame. */
export const rehearseWorker = {
  async rehearse(
    wish: RehearsalWish,
    view: "main" | "beside",
    onPicture: (picture: Rehearsal) => Promise<void>,
  ): Promise<void> {
    const isWanted = begin(view);
    await aMoment();
    if (!isWanted()) return;
    const { plan, openedSeconds, widthPx } = wish;
    const frames = openedSeconds === null ? undefined : framesUntil(plan, openedSeconds);
    const isGlance = widthPx < REST_WIDTH_PX;
    const show = async (pictures: ReturnType<typeof rehearse>, more: Partial<Rehearsal> = {}) => {
      for (const picture of pictures) {
        if (picture) await onPicture({ ...picture, ...more });
        await aMoment();
        if (!isWanted()) return;
      }
    };
    if (wish.own) {
      const frame = { ...wish.own, ...(await loadOwn(wish.own)) };
      if (!isWanted()) return;
      const stage = ownStage(
        frame,
        wish.request.camera.lens,
        plan,
        outlookOf(plan, wish.request),
        wish.own.marks,
        wish.request.figures,
      );
      return show(rehearse(stage, plan, frames, null, isGlance), { unknown: unknownPixels(frame) });
    }
    const measured = openedSeconds === null && wish.reads ? wish.request : null;
    const seen = (stage: Stage) => asTurned(wish.request.intent, wish.request, stage, plan);
    let glanced: Rehearsal | null = null;
    if (!stages.has(stageKey(wish, widthPx)) && widthPx > GLANCE_WIDTH_PX) {
      const glance = await staged(wish, glanceWidth(wish, widthPx), isWanted);
      if (!glance || !isWanted()) return;
      for (const picture of rehearse(seen(glance), plan, frames, null, true)) {
        glanced = picture ?? glanced;
        if (picture) await onPicture({ ...picture, litShare: 0 });
        await aMoment();
        if (!isWanted()) return;
      }
    }
    const tellShare = (litShare: number) => void (glanced && isWanted() && onPicture({ ...glanced, litShare }));
    const stage = await staged(wish, widthPx, isWanted, tellShare);
    if (stage && isWanted()) await show(rehearse(seen(stage), plan, frames, measured, isGlance));
  },

  /** Lights a place at widths that will be asked for, as long as nothing is asked for meanwhile. */
  async lightAhead(wish: Rehearsed, widthsPx: readonly number[]): Promise<void> {
    const isWanted = begin("ahead");
    for (const widthPx of widthsPx) if (isWanted()) await staged(wish, widthPx, isWanted);
  },

  /**
   * A part of the picture at its full size, one pixel of the sensor to one of the screen, with everything in it that a whole
   * run leaves there.
   *
   * @param x and `y`: its middle, shares of the picture's width and height.
   */
  async loupe(wish: RehearsalWish, x: number, y: number): Promise<Rehearsal | null> {
    const isWanted = begin("loupe");
    await aMoment();
    if (!isWanted()) return null;
    const { lens } = wish.request.camera;
    const scene = sceneOf(wish);
    const whole = viewOf(scene, lens, lens.widthPx);
    const corner = (at: number, all: number, part: number) =>
      Math.max(0, Math.min(all - part, Math.round(at * all - part / 2)));
    const [left, top] = [corner(x, whole.width, LOUPE_PX[0]), corner(y, whole.height, LOUPE_PX[1])];
    const stage = await inParts(lightPart(scene, lens, partOf(whole, left, top, ...LOUPE_PX)), isWanted);
    if (!stage) return null;
    let last: Rehearsal | null = null;
    for (const picture of rehearse(asTurned(wish.request.intent, wish.request, stage, wish.plan), wish.plan)) {
      last = picture ?? last;
      await aMoment();
      if (!isWanted()) return null;
    }
    return last;
  },

  /** What the phone's screen shows of the same scene before the run; null where that is asked again meanwhile. */
  async screen(wish: RehearsalWish, topIso: number): Promise<ScreenPicture | null> {
    const stage = await staged(wish, wish.widthPx, begin("screen"));
    return stage && screenPicture(stage, wish.plan, topIso);
  },
};

export type RehearseWorker = typeof rehearseWorker;
expose(rehearseWorker);
