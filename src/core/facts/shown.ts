import type { SceneFacts } from "./sceneFacts";

/** Whether a fact changes what the scene that is rehearsed holds; a new fact says so here, or nothing compiles. */
const SHOWN: Record<keyof SceneFacts, boolean> = {
  sceneEv: true,
  skyEv: true,
  mover: true,
  lamps: true,
  lampIntensityCd: true,
  vehiclesPerHour: true,
  water: true,
  crowd: true,
  subjectM: true,
  place: true,
  ground: true,
  air: true,
  // Waves forget their pattern as measured.
  figures: true,
  drawnWay: true,
  // Lamps behind stand where the scene has them; stars stand where the aim looks.
  backgroundM: false,
  declinationDeg: false,
  starAltitudeDeg: false,
  // Of how the picture is taken, not of what stands before the camera.
  highlightStops: false,
  support: false,
  ownSupport: false,
  release: false,
  stabilisationStops: false,
  gustMps: false,
  sensorCelsius: false,
  framesPerSecond: false,
  windowSeconds: false,
  freeMegabytes: false,
  batteryPercent: false,
  schools: false,
};
const SHOWN_FIELDS = (Object.keys(SHOWN) as (keyof SceneFacts)[]).filter((field) => SHOWN[field]);

/** Two scenes with the same key are rehearsed in the same place, which is lit but once. */
export const shownKey = (facts: SceneFacts): string => JSON.stringify(SHOWN_FIELDS.map((field) => facts[field]));
