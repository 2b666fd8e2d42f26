import { type CaptureCamera, type CaptureConditions, type CapturePlan, planCapture } from "../../capture";
import { type SceneFacts, STILL_PLACE } from "../../facts";
import { GENERIC_MAIN_LENS } from "../../optics";
import { parseRecipe } from "../../recipe";

/** A phone that delivers what it says, at once and without a pause, whatever is asked. */
export const plainCamera: CaptureCamera = {
  phone: "Pocket A",
  lens: GENERIC_MAIN_LENS,
  shutterLadder: [1],
  isoLadder: [50],
  measuredShutters: [],
  writeSeconds: 0,
  shutterLagSeconds: 0,
  lossStops: 0,
  vignettingStops: 0,
  bareFocalLengthMm: GENERIC_MAIN_LENS.focalLengthMm,
  figures: {},
};

/** A lit place in which nothing moves. */
export const stillPlace: SceneFacts = {
  ...STILL_PLACE,
  starAltitudeDeg: 90,
  release: "remote",
  gustMps: 0,
};

const CONDITIONS: CaptureConditions = { pressedAtMs: 0, sensorCelsius: 15, seed: 3 };

/** The plan of a line on a camera. */
export function planOf(line: string, camera: CaptureCamera = plainCamera, conditions = CONDITIONS): CapturePlan {
  const { recipe, problems } = parseRecipe(line);
  const plan = planCapture(recipe, camera, conditions);
  if (problems.length > 0 || plan === null) throw new Error(`not a line with a shutter time: ${line}`);
  return plan;
}
