import { chosenCamera } from "@/core/camera";
import { type CapturePlan, planCapture, plannedFrames } from "@/core/capture";
import type { SceneFacts } from "@/core/facts";
import { type IntentId, usualScene } from "@/core/intent";
import { parseRecipe } from "@/core/recipe";
import { asFollowed, asTurned, rehearse, standInFor } from "@/core/rehearse";
import { type DevelopedFrame, partOf, type Scene, type Stage, setPart, simulateFrame, viewOf } from "@/core/scene";
import { solve } from "@/core/solve";

/** Filters of a usual kit, stops: ND 8 and ND 64. */
const USUAL_FILTERS = [3, 6];
const SENSOR_CELSIUS = 15;

/** How an intent's usual scene is looked at so that its picture says what it is. */
interface Look {
  /** What is otherwise than in the usual scene. */
  readonly facts?: Partial<SceneFacts>;
  /** A part of the view: its middle, as shares of the view's width and height, and how many times closer it is. */
  readonly part?: readonly [x: number, y: number, closer: number];
  /** Another night under the same stars, and when in it the shutter opens. */
  readonly night?: { readonly atMs: number; readonly siderealHours: number; readonly opensSeconds: number };
}

/**
 * The Geminids at their maximum, and of a thousand hours under them the frame in which most falls: a phone holds one such meteor
 * in many hundreds of frames. The test finds it there.
 */
const GEMINIDS = { atMs: Date.parse("2026-12-14T01:00:00Z"), siderealHours: 6.4, opensSeconds: 935_160 };

const LOOKS: Partial<Record<IntentId, Look>> = {
  // Down the road, so that trails come towards the picture.
  "light-trails": { facts: { mover: { distanceM: 14, speedMps: 11, headingDegFromPerpendicular: -74 } } },
  "blurred-subject": { part: [0.42, 0.62, 1.4] },
  meteors: { night: GEMINIDS },
  "frozen-action": { part: [0.57, 0.55, 1.7] },
  sweep: { part: [0.5, 0.55, 1.5] },
  "moving-picture": { part: [0.5, 0.5, 1.5] },
};

const mainCamera = () => chosenCamera({ phones: [], clipOns: [] }, null);

/** The solver's best recipe for what an intent's picture shows. */
function bestPlan(intent: IntentId, facts: SceneFacts): CapturePlan {
  const camera = mainCamera();
  const line = solve({ ...facts, intent, camera, filterStops: USUAL_FILTERS }).recipes[0]?.line;
  const conditions = { pressedAtMs: 0, sensorCelsius: SENSOR_CELSIUS, seed: 7 };
  const plan = planCapture(parseRecipe(line ?? "").recipe, camera, conditions);
  if (!plan) throw new RangeError(`no recipe for the usual scene of ${intent}`);
  return plan;
}

/** What is seen of a scene through a part of a lens's view. */
function stageOf(scene: Scene, [x, y, closer]: NonNullable<Look["part"]>, widthPx: number): Stage {
  const { lens } = mainCamera();
  const whole = viewOf(scene, lens, Math.round(widthPx * closer));
  const heightPx = Math.round(whole.height / closer);
  const corner = (at: number, all: number, size: number) =>
    Math.max(0, Math.min(all - size, Math.round(at * all - size / 2)));
  return setPart(
    scene,
    lens,
    partOf(whole, corner(x, whole.width, widthPx), corner(y, whole.height, heightPx), widthPx, heightPx),
  );
}

/**
 * The picture that shows what an intent is: its usual scene, taken with the generic phone by the solver's best recipe.
 *
 * @throws RangeError where the solver has no recipe for the scene.
 */
export function intentPicture(intent: IntentId, widthPx: number): DevelopedFrame {
  const { facts: otherwise, part = [0.5, 0.5, 1], night } = LOOKS[intent] ?? {};
  const facts = { ...usualScene(intent), ...otherwise };
  const plan = bestPlan(intent, facts);
  const { lens } = mainCamera();
  const scene = standInFor(intent, asFollowed(intent, facts), null, lens);
  if (night && scene.stars) {
    const { atMs, siderealHours, opensSeconds } = night;
    const stage = stageOf({ ...scene, stars: { ...scene.stars, atMs, siderealHours } }, part, widthPx);
    return simulateFrame(stage, plan, { ...plannedFrames(plan)[0]!, opensSeconds });
  }
  let picture: DevelopedFrame | null = null;
  const stage = asTurned(intent, facts, stageOf(scene, part, widthPx), plan);
  for (const next of rehearse(stage, plan)) picture = next ?? picture;
  return picture!;
}
