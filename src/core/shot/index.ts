export { filtersOf, inOwnNotation, type KitFilter } from "./filters";
export { type FirstPlan, firstPlan, type TakenStretch } from "./firstPlan";
export {
  AUTOMATIC_FIELDS,
  type AutomaticField,
  type AutomaticValue,
  aimedSkyOf,
  automaticValues,
  type PlannedShot,
  type SavedScene,
  saidOf,
  sceneOf,
  skyAt,
} from "./scene";
