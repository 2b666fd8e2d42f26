import type { IntentId } from "../intent";
import type { Schools, SolveRequest } from "./request";

/** What a person says of the scene; the rest of a request comes from phone, kit and sky. */
export type SceneAssumptions = Omit<SolveRequest, "intent" | "camera" | "filterStops" | "skyEv">;

/** The practices one starts from. */
export const USUAL_SCHOOLS: Schools = {
  ...{ brightness: "meter", water: "silk", stars: "pixels", starFactor: 2, frames: "one", length: "enough" },
  ...{ isoCeiling: null, whiteBalance: "fixed", kelvin: 4000, focus: "lock", metering: "centre", files: "jpeg" },
};

const STILL: SceneAssumptions = {
  ...{
    sceneEv: 4,
    highlightStops: 2,
    lampIntensityCd: null,
    mover: null,
    vehiclesPerHour: 0,
    water: null,
    crowd: null,
  },
  ...{
    declinationDeg: 0,
    support: "tripod",
    ownSupport: null,
    stabilisationStops: 3,
    gustMps: 3,
    sensorCelsius: 15,
    windowSeconds: 600,
  },
  ...{ framesPerSecond: 25, freeMegabytes: 20_000, batteryPercent: 100 },
  schools: USUAL_SCHOOLS,
};

const CAR = { distanceM: 25, speedMps: 12, headingDegFromPerpendicular: 0 };

/** A usual scene for an intent, from which a person starts. */
export function usualScene(intent: IntentId): SceneAssumptions {
  switch (intent) {
    case "light-trails":
      return { ...STILL, sceneEv: 4.5, lampIntensityCd: 300, mover: CAR, vehiclesPerHour: 500 };
    case "blurred-subject":
      return { ...STILL, mover: { distanceM: 60, speedMps: 4, headingDegFromPerpendicular: 0 } };
    case "smoothed-water":
      return { ...STILL, sceneEv: 2, water: "chop" };
    case "emptied-place":
      return { ...STILL, crowd: { occupancy: 0.15, dwellSeconds: 2 } };
    case "star-points":
    case "star-arcs":
    case "meteors":
      return { ...STILL, sceneEv: -6, highlightStops: 0, windowSeconds: intent === "star-points" ? 600 : 5400 };
    case "light-drawing":
      return { ...STILL, sceneEv: -2 };
    case "frozen-action":
    case "sweep":
      return { ...STILL, sceneEv: 6, mover: { distanceM: 8, speedMps: 3, headingDegFromPerpendicular: 0 } };
    default:
      return STILL;
  }
}
