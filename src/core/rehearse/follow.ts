import { type CapturePlan, plannedFrames } from "../capture";
import type { SceneFacts } from "../facts";
import { type IntentId, intentOf } from "../intent";
import { blurWhole, type Stage, wayKernel } from "../scene";

/** Slow enough to stand still in every exposure, metres a second. */
const STANDING_MPS = 0.02;

/** A shot as its camera sees it: one that turns with what passes sees that stand still. */
export function asFollowed(intent: IntentId, shot: SceneFacts): SceneFacts {
  const { mover } = shot;
  return intentOf(intent).follows && mover ? { ...shot, mover: { ...mover, speedMps: STANDING_MPS } } : shot;
}

/**
 * A stage as a camera sees it that turns with a shot's mover while the shutter is open: what stands still is drawn out by the angle
 * that the mover goes through, v / d · t, across the picture. The stage itself where the intent has no camera that turns.
 */
export function asTurned(intent: IntentId, { mover }: SceneFacts, stage: Stage, plan: CapturePlan): Stage {
  const [frame] = plannedFrames(plan);
  if (!intentOf(intent).follows || !mover || !frame) return stage;
  const { width, height, focalPx } = stage.view;
  const lengthPx = (mover.speedMps / mover.distanceM) * frame.deliveredSeconds * focalPx;
  const steps = Math.max(2, Math.ceil(lengthPx));
  const way = wayKernel(Array.from({ length: steps }, (_, at) => ({ x: (at / (steps - 1) - 0.5) * lengthPx, y: 0 })));
  if (!way) return stage;
  const light = new Float32Array(stage.still.light.length);
  blurWhole(way, width, height, stage.still.light, light);
  return { ...stage, still: { ...stage.still, light } };
}
