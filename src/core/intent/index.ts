export { CAUTIONS, type CautionId, cautionsAt } from "./cautions";
export { type Demand, type DemandEdge, missOf, type Remedy } from "./demand";
export type { Factor } from "./factors";
export type { Intent, Need, RecipeShape } from "./intent";
export {
  groundOf,
  INTENT_IDS,
  INTENTS,
  type IntentId,
  intentOf,
  isOfStars,
  type SolveRequest,
  usualScene,
} from "./intents";
export { framesText, isoText, percent, pixels, stops } from "./phrases";
export {
  type SceneAssumptions,
  type Schools,
  type ShotRequest,
  type SolveCamera,
  STILL_PLACE,
  USUAL_SCHOOLS,
} from "./request";
