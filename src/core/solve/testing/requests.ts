import { STILL_PLACE } from "../../facts";
import type { SolveCamera, SolveRequest } from "../../intent";
import { thirdStops } from "../../light";
import { GENERIC_MAIN_LENS } from "../../optics";

/** A phone with thirds of stops from a thousandth of a second to 25 s. */
export const testCamera: SolveCamera = {
  phone: "Pocket A",
  lens: GENERIC_MAIN_LENS,
  shutterLadder: thirdStops(-30, 14),
  isoLadder: [50, 100, 200, 400, 800, 1600, 3200],
  measuredShutters: [],
  writeSeconds: 0.35,
  delaysSeconds: [0, 2, 5, 10],
  shutterLagSeconds: 0,
  lossStops: 0,
  vignettingStops: 0,
  bareFocalLengthMm: GENERIC_MAIN_LENS.focalLengthMm,
  figures: {},
};

/** A lit street on a tripod in which nothing moves. */
export const stillStreet: SolveRequest = {
  ...STILL_PLACE,
  intent: "still-view",
  camera: testCamera,
  filterStops: [3, 6],
  sceneEv: 5,
  gustMps: 2,
  windowSeconds: 900,
};
