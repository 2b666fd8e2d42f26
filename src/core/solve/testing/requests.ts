import { thirdStops } from "../../light";
import { GENERIC_MAIN_LENS } from "../../sensor";
import { type SolveCamera, type SolveRequest, USUAL_SCHOOLS } from "..";

/** A phone with thirds of stops from a thousandth of a second to 25 s. */
export const testCamera: SolveCamera = {
  lens: GENERIC_MAIN_LENS,
  shutterLadder: thirdStops(-30, 14),
  isoLadder: [50, 100, 200, 400, 800, 1600, 3200],
  writeSeconds: 0.35,
  delaysSeconds: [0, 2, 5, 10],
  lossStops: 0,
};

/** A lit street on a tripod in which nothing moves. */
export const stillStreet: SolveRequest = {
  ...{
    intent: "still-view",
    camera: testCamera,
    sceneEv: 5,
    skyEv: null,
    highlightStops: 2,
    lampIntensityCd: null,
    mover: null,
  },
  ...{ vehiclesPerHour: 0, water: null, crowd: null, declinationDeg: 0, support: "tripod", ownSupport: null },
  ...{ stabilisationStops: 3, gustMps: 2, sensorCelsius: 15, filterStops: [3, 6], windowSeconds: 900 },
  ...{ framesPerSecond: 25, freeMegabytes: 20_000, batteryPercent: 100 },
  schools: USUAL_SCHOOLS,
};
