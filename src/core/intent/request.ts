import type { Camera } from "../camera";
import type { CaptureCamera } from "../capture";
import type { StarSchool } from "../motion";
import type { SceneFacts } from "../outlook";
import type { GroundWetness, SceneAir } from "../scene/air";
import type { DrawnWay } from "../scene/drawnWay";
import type { SceneName } from "../scene/names";

/** The camera that a recipe must fit. */
export type SolveCamera = CaptureCamera & Pick<Camera, "delaysSeconds">;

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
  /** Of moving pictures: 180 looks natural, less is jittery. */
  readonly shutterAngleDeg: number;
}

/** Everything a shot's settings depend on, whatever it is meant to be. */
export interface ShotRequest extends SceneFacts {
  readonly camera: SolveCamera;
  /** The scene that stands in for the place; null for the intent's own. */
  readonly place: SceneName | null;
  /** How wet the ground is; null as the scene has it. */
  readonly ground: GroundWetness | null;
  /** The air at the shot's hour; null where nobody knows the hour. */
  readonly air: SceneAir | null;
  /** A lantern's way as a hand drew it; null for the figure that the scene has. */
  readonly drawnWay: DrawnWay | null;
  /** Filters at hand, stops each; used one at a time. */
  readonly filterStops: readonly number[];
  /** Time that may be spent, seconds. */
  readonly windowSeconds: number;
  readonly freeMegabytes: number;
  readonly batteryPercent: number;
  readonly schools: Schools;
}

/** The practices one starts from. */
export const USUAL_SCHOOLS: Schools = {
  brightness: "meter",
  water: "silk",
  stars: "pixels",
  starFactor: 2,
  frames: "one",
  length: "enough",
  isoCeiling: null,
  whiteBalance: "fixed",
  kelvin: 4000,
  focus: "lock",
  metering: "centre",
  files: "jpeg",
  shutterAngleDeg: 180,
};

/** What a person says of a shot's scene; the rest of a request comes from phone and kit. */
export type SceneAssumptions = Omit<ShotRequest, "camera" | "filterStops">;

/** A lit place on a tripod in which nothing moves: what an intent's usual scene starts from. */
export const STILL_PLACE: SceneAssumptions = {
  sceneEv: 4,
  highlightStops: 2,
  skyEv: null,
  mover: null,
  lamps: [],
  lampIntensityCd: null,
  vehiclesPerHour: 0,
  water: null,
  crowd: null,
  declinationDeg: 0,
  starAltitudeDeg: 45,
  subjectM: null,
  backgroundM: null,
  support: "tripod",
  ownSupport: null,
  release: "touch",
  stabilisationStops: 3,
  gustMps: 3,
  sensorCelsius: 15,
  framesPerSecond: 25,
  place: null,
  ground: null,
  air: null,
  drawnWay: null,
  windowSeconds: 600,
  freeMegabytes: 20_000,
  batteryPercent: 100,
  schools: USUAL_SCHOOLS,
};

/** Dark land under a rural sky of 21.2 magnitudes per square arcsecond, in which nothing shines that could clip. */
export const RURAL_NIGHT: SceneAssumptions = { ...STILL_PLACE, sceneEv: -6, highlightStops: 0, skyEv: -8.4 };
