import { ALL_ASSUMED, type OwnFigures } from "../assumed";
import type { SceneAir } from "../scene/air";
import type { SavedScene } from "./savedScene";

/** The named choices between practices that disagree. */
export type Schools = SavedScene["schools"];

/** People in a place: the share of its ground that they cover, and how long one stays on a spot. */
export type Crowd = NonNullable<SavedScene["crowd"]>;

/** All that the picture depends on beside camera and recipe: what a person says of a scene, and what comes by itself. */
export interface SceneFacts extends Omit<SavedScene, "metered" | "own"> {
  /** EV of the clear sky in the picture when it is taken; null where there is none in it, or nobody knows when. */
  readonly skyEv: number | null;
  /** How high the stars in the middle of the picture stand, degrees. */
  readonly starAltitudeDeg: number;
  /** The air at the shot's hour; null where nobody knows the hour. */
  readonly air: SceneAir | null;
  /** What a person has measured of what is assumed else. */
  readonly figures: OwnFigures;
}

/** What of a scene a person says; the rest comes by itself. */
export function saidOf({ skyEv: _sky, starAltitudeDeg: _altitude, air: _air, figures: _figures, ...said }: SceneFacts) {
  return said;
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

/** A lit place on a tripod in which nothing moves: what an intent's usual scene starts from. */
export const STILL_PLACE: SceneFacts = {
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
  figures: ALL_ASSUMED,
  drawnWay: null,
  windowSeconds: 600,
  freeMegabytes: 20_000,
  batteryPercent: 100,
  schools: USUAL_SCHOOLS,
};

/** Land under a rural sky of 21.2 magnitudes per square arcsecond without a moon, in which nothing shines that could clip. */
export const RURAL_NIGHT: SceneFacts = { ...STILL_PLACE, sceneEv: -11, highlightStops: 0, skyEv: -8.4 };
