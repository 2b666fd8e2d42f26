import { type CaptureCamera, type CaptureConditions, type CapturePlan, planCapture } from "../../capture";
import { type SceneFacts, USUAL_SCHOOLS } from "../../facts";
import { GENERIC_MAIN_LENS } from "../../optics";
import { parseRecipe } from "../../recipe";

/** A phone that delivers what it says, at once and without a pause, whatever is asked. */
export const plainCamera: CaptureCamera = {
  ...{ phone: "Pocket A", lens: GENERIC_MAIN_LENS, shutterLadder: [1], isoLadder: [50] },
  ...{ measuredShutters: [], writeSeconds: 0, shutterLagSeconds: 0, lossStops: 0, vignettingStops: 0 },
};

/** A lit place in which nothing moves. */
export const stillPlace: SceneFacts = {
  ...{ sceneEv: 4, highlightStops: 2, skyEv: null, mover: null, lamps: [], lampIntensityCd: null, vehiclesPerHour: 0 },
  ...{ water: null, crowd: null, declinationDeg: 0, starAltitudeDeg: 90, subjectM: null, backgroundM: null },
  ...{ support: "tripod", ownSupport: null, release: "remote", stabilisationStops: 3, gustMps: 0 },
  ...{ sensorCelsius: 15, framesPerSecond: 25, air: null, windowSeconds: 600, freeMegabytes: 20_000 },
  ...{ batteryPercent: 100, place: null, ground: null, drawnWay: null, schools: USUAL_SCHOOLS },
};

const CONDITIONS: CaptureConditions = { pressedAtMs: 0, sensorCelsius: 15, seed: 3 };

/** The plan of a line on a camera. */
export function planOf(line: string, camera: CaptureCamera = plainCamera, conditions = CONDITIONS): CapturePlan {
  const { recipe, problems } = parseRecipe(line);
  const plan = planCapture(recipe, camera, conditions);
  if (problems.length > 0 || plan === null) throw new Error(`not a line with a shutter time: ${line}`);
  return plan;
}
