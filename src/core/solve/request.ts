import type { Camera } from "../camera";
import type { IntentId } from "../intent";
import type { Mover, StarSchool, Support, SupportKind, WaterKind } from "../motion";

/** The camera that a recipe must fit. */
export type SolveCamera = Pick<
  Camera,
  "lens" | "shutterLadder" | "isoLadder" | "writeSeconds" | "delaysSeconds" | "lossStops"
>;

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
  /** As long as can be, or no longer than the motion needs. */
  readonly length: "enough" | "longest";
  /** A person's own highest ISO; null for the phone's. */
  readonly isoCeiling: number | null;
  /** A temperature that the person sets, the automatic one locked, or left to raw development. */
  readonly whiteBalance: "fixed" | "locked" | "raw";
  readonly kelvin: number;
  /**
   * Automatic once and then locked, by distance on the scale, at infinity, or automatic in a brighter mode first and
   * locked before coming back.
   */
  readonly focus: "lock" | "distance" | "infinity" | "bright-first";
  /** The part of the picture that a test frame is metered on. */
  readonly metering: "centre" | "matrix" | "spot";
  readonly files: "jpeg" | "raw+jpeg";
}

/** Everything a shot's settings depend on. */
export interface SolveRequest {
  readonly intent: IntentId;
  readonly camera: SolveCamera;
  /** EV at ISO 100 at which the scene's surfaces meter. */
  readonly sceneEv: number;
  /** How much brighter than that the brightest surfaces are that should keep detail, stops. */
  readonly highlightStops: number;
  /** EV of the clear sky in the picture when it is taken; null where there is none in it, or nobody knows when. */
  readonly skyEv: number | null;
  /** The moving lamp that draws, if any; it moves as the mover does. */
  readonly lampIntensityCd: number | null;
  readonly mover: Mover | null;
  readonly vehiclesPerHour: number;
  readonly water: WaterKind | null;
  /** Share of a frame's pixels that people cover, and how long one stays on a spot. */
  readonly crowd: { readonly occupancy: number; readonly dwellSeconds: number } | null;
  readonly declinationDeg: number;
  readonly support: SupportKind;
  /** A person's own support of that kind, as measured; null for the usual one. */
  readonly ownSupport: Support | null;
  readonly stabilisationStops: number;
  readonly gustMps: number;
  readonly sensorCelsius: number;
  /** Filters at hand, stops each; used one at a time. */
  readonly filterStops: readonly number[];
  /** Time that may be spent, seconds. */
  readonly windowSeconds: number;
  readonly framesPerSecond: number;
  readonly freeMegabytes: number;
  readonly batteryPercent: number;
  readonly schools: Schools;
}
