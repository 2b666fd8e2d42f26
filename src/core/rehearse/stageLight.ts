import { type CaptureCamera, planCapture, plannedFrames, SOME_TIME } from "../capture";
import { evFromLuminance, exposureValue } from "../light";
import { exposureErrors } from "../picture";
import { EMPTY_RECIPE } from "../recipe";
import { type Scene, type Stage, setStage, simulateFrame } from "../scene";

const ISO = 50;
/** A reading that clipped or drowned is wrong; each new one starts from the last and comes nearer. */
const READINGS = 3;
/** Width at which a scene is metered, pixels. */
const METERED_WIDTH_PX = 160;
/** The part of the picture from its top that is taken for sky where a picture is about the sky. */
const SKY_PART = 1 / 3;

/** Geometric mean of the stage's still light, cd/m², over a part of the picture from its top. */
function middleLuminance({ still }: Stage, part = 1): number {
  let sum = 0;
  const samples = 3 * Math.floor((part * still.length) / 3);
  for (let green = 1; green < samples; green += 3) sum += Math.log(Math.max(1e-9, still[green]!));
  return Math.exp((3 * sum) / samples);
}

/** EV at ISO 100 at which a stage meters, by its zones: read off simulated frames as a phone would. */
export function stageEv(stage: Stage, camera: CaptureCamera): number {
  const { fNumber } = stage.lens;
  const bare = { ...camera, lens: stage.lens, lossStops: 0, vignettingStops: 0, measuredShutters: [] };
  let ev = evFromLuminance(middleLuminance(stage));
  for (let reading = 0; reading < READINGS; reading++) {
    const shutterSeconds = (100 * fNumber ** 2) / (ISO * 2 ** ev);
    const recipe = { ...EMPTY_RECIPE, iso: ISO, sequence: { frames: 1, shutterSeconds, periodSeconds: null } };
    const plan = planCapture(recipe, bare, { ...SOME_TIME, seed: reading })!;
    const frame = simulateFrame(stage, plan, plannedFrames(plan)[0]!);
    const { matrix } = exposureErrors({ width: frame.width, height: frame.height, samples: frame.data });
    ev = exposureValue({ fNumber, shutterSeconds, iso: ISO }) + matrix;
  }
  return ev;
}

/** A person's own light. */
export interface PlaceLight {
  readonly sceneEv: number;
  readonly skyEv: number | null;
}

/**
 * What a scene's still light is to be multiplied by for it to be as bright as a person's own place: as the place meters, or,
 * for a picture of the sky, as bright as its sky.
 */
export function stillGainOf(scene: Scene, camera: CaptureCamera, { sceneEv, skyEv }: PlaceLight): number {
  const stage = setStage(scene, camera.lens, METERED_WIDTH_PX);
  if (scene.stars && skyEv !== null) return 2 ** (skyEv - evFromLuminance(middleLuminance(stage, SKY_PART)));
  return 2 ** (sceneEv - stageEv(stage, camera));
}
