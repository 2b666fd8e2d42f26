import type { IntentId } from "../intent";
import type { Ladder } from "../light";
import type { Mover, StarSchool, SupportKind, WaterKind } from "../motion";
import type { Lens } from "../sensor";

/** The camera that a recipe must fit. */
export interface SolveCamera {
  readonly lens: Lens;
  readonly shutterLadder: Ladder;
  readonly isoLadder: Ladder;
  readonly writeSeconds: number;
}

/** Named choices between practices that disagree. */
export interface Schools {
  /** Expose to the meter, or a stop or so under it so that highlights keep detail. */
  readonly brightness: "meter" | "highlights";
  readonly water: "texture" | "silk";
  readonly stars: StarSchool;
  /** What the star school multiplies by: pixels, or the factor of its rule. */
  readonly starFactor: number;
  /** One long exposure where it can be had, or many short ones. */
  readonly frames: "one" | "many";
  /** A person's own highest ISO; null for the phone's. */
  readonly isoCeiling: number | null;
}

/** Everything a shot's settings depend on. */
export interface SolveRequest {
  readonly intent: IntentId;
  readonly camera: SolveCamera;
  /** EV at ISO 100 at which the scene's surfaces meter. */
  readonly sceneEv: number;
  /** How much brighter than that the brightest surfaces are that should keep detail, stops. */
  readonly highlightStops: number;
  /** The moving lamp that draws, if any; it moves as the mover does. */
  readonly lampIntensityCd: number | null;
  readonly mover: Mover | null;
  readonly vehiclesPerHour: number;
  readonly water: WaterKind | null;
  /** Share of a frame's pixels that people cover, and how long one stays on a spot. */
  readonly crowd: { readonly occupancy: number; readonly dwellSeconds: number } | null;
  readonly declinationDeg: number;
  readonly support: SupportKind;
  readonly stabilisationStops: number;
  readonly gustMps: number;
  readonly sensorCelsius: number;
  /** Filters at hand, stops each; used one at a time. */
  readonly filterStops: readonly number[];
  /** Time that may be spent, seconds. */
  readonly windowSeconds: number;
  readonly framesPerSecond: number;
  readonly freeMegabytes: number;
  readonly schools: Schools;
}
