import { LastOnes } from "../lastOnes";
import { parseRecipe } from "../recipe";
import { SOME_TIME } from "./conditions";
import { type CaptureCamera, type CapturePlan, planCapture } from "./plan";

/** An evening's lines. */
const MOST_LINES = 100;
const known = new WeakMap<CaptureCamera, LastOnes<CapturePlan | null>>();

/** What a camera does for a line, whenever that is; null for a line without a shutter time. */
export function planOfLine(line: string, camera: CaptureCamera): CapturePlan | null {
  let ofCamera = known.get(camera);
  if (!ofCamera) {
    ofCamera = new LastOnes(MOST_LINES);
    known.set(camera, ofCamera);
  }
  return ofCamera.of(line, () => planCapture(parseRecipe(line).recipe, camera, SOME_TIME));
}
