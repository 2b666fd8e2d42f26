import type { Camera } from "../camera";
import type { CaptureCamera } from "../capture";
import type { SceneFacts } from "../facts";

import type { IntentId } from "./ids";

/** The camera that a recipe must fit. */
export type SolveCamera = CaptureCamera & Pick<Camera, "delaysSeconds">;

/** A question to the solver: everything that a shot's settings depend on, and what it is meant to be. */
export interface SolveRequest extends SceneFacts {
  readonly intent: IntentId;
  readonly camera: SolveCamera;
  /** Filters at hand, stops each; used one at a time. */
  readonly filterStops: readonly number[];
}
