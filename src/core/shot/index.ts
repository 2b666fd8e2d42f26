export { filtersOf, inOwnNotation, type KitFilter } from "./filters";
export { type FirstPlan, firstPlan, type TakenStretch } from "./firstPlan";
export { type RehearsedShot, rehearsalKey, rehearsedPlan, rehearsedShot } from "./rehearsedShot";
export { type AutomaticValue, aimedSkyOf, automaticValues, beginMsOf, type Shot, sceneOf, skyAt } from "./scene";
export { shotRequest } from "./shotRequest";
