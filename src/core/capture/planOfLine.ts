import { parseRecipe } from "../recipe";
import { SOME_TIME } from "./conditions";
import { type CaptureCamera, type CapturePlan, planCapture } from "./plan";

const known = new WeakMap<CaptureCamera, Map<string, CapturePlan | null>>();

/** What a camera does for a line, whenever that is; null for a line without a shutter time. */
export function planOfLine(line: string, camera: CaptureCamera): CapturePlan | null {
  let ofCamera = known.get(camera);
  if (!ofCamera) {
    ofCamera = new Map();
    known.set(camera, ofCamera);
  }
  let plan = ofCamera.get(line);
  if (plan === undefined) {
    plan = planCapture(parseRecipe(line).recipe, camera, SOME_TIME);
    ofCamera.set(line, plan);
  }
  return plan;
}
