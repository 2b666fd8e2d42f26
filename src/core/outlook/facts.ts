import type { LampClassId } from "../light";
import type { Mover, Support, SupportKind, WaterKind } from "../motion";

/** People in a place: the share of its ground that they cover, and how long one stays on a spot. */
export interface Crowd {
  /** 0 to 1. */
  readonly occupancy: number;
  readonly dwellSeconds: number;
}

/** What is known of a shot's scene: all that the picture depends on beside the camera and the recipe. */
export interface SceneFacts {
  /** EV at ISO 100 at which the scene's surfaces meter. */
  readonly sceneEv: number;
  /** How much brighter than that the brightest surfaces are that should keep detail, stops. */
  readonly highlightStops: number;
  /** EV of the clear sky in the picture when it is taken; null where there is none in it, or nobody knows when. */
  readonly skyEv: number | null;
  /** What passes or is drawn with; null where nothing moves across the frame. */
  readonly mover: Mover | null;
  /** Classes of lamps that it carries. */
  readonly lamps: readonly LampClassId[];
  /** Intensity of the first of them, if it is a point, cd, where a person knows it; null for the usual one of its class. */
  readonly lampIntensityCd: number | null;
  readonly vehiclesPerHour: number;
  readonly water: WaterKind | null;
  readonly crowd: Crowd | null;
  /** Of the stars in the middle of the picture, and how high they stand, degrees. */
  readonly declinationDeg: number;
  readonly starAltitudeDeg: number;
  /** Distance of the subject and of the lights behind it, metres; null where neither matters. */
  readonly subjectM: number | null;
  readonly backgroundM: number | null;
  readonly support: SupportKind;
  /** A person's own support of that kind, as measured; null for the usual one. */
  readonly ownSupport: Support | null;
  /** Pressed on the screen, which shakes the phone, or from afar. */
  readonly release: "touch" | "remote";
  readonly stabilisationStops: number;
  readonly gustMps: number;
  readonly sensorCelsius: number;
  readonly framesPerSecond: number;
}
