export { type DrawnWay, drawnWay } from "./drawnWay";
export { AUTOMATIC_FIELDS, type AutomaticField, type MeteredScene, type SavedScene, savedScene } from "./savedScene";
export {
  type Crowd,
  RURAL_NIGHT,
  type SceneFacts,
  type Schools,
  STILL_PLACE,
  saidOf,
  USUAL_SCHOOLS,
} from "./sceneFacts";
export { shownKey } from "./shown";
