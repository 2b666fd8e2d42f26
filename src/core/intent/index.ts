export { CAUTIONS, type CautionId, cautionsAt } from "./cautions";
export { type Demand, type DemandEdge, missOf, type Remedy } from "./demand";
export type { Factor } from "./factors";
export { INTENT_IDS, type IntentId } from "./ids";
export type { Intent, Need, RecipeShape } from "./intent";
export { groundOf, INTENTS, intentOf, isOfStars, usualScene } from "./intents";
export { framesText, isoText, percent, pixels, stops } from "./phrases";
export type { SolveCamera, SolveRequest } from "./request";
