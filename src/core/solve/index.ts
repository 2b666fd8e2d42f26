export { advise } from "./advise";
export { bracketShutters } from "./bracket";
export type { Verdict } from "./choose";
export { type ComparedLens, compareLenses, type LensChoice, type LensComparison } from "./compareLenses";
export type { Figure } from "./explain";
export {
  type Edge,
  type EdgeCurve,
  type Field,
  type FieldPoint,
  fieldEdges,
  fieldGround,
  firstToMove,
  openRungs,
  productAt,
} from "./field";
export { demandsOf, type JudgedDemand, type Judgement, judge, sentenceOf } from "./judge";
export { type AskedRange, type LightScale, lightScaleOf, type ScaledLight } from "./lightScale";
export { type MotionBounds, motionBounds } from "./motionBounds";
export { type PlannedFigures, plannedFigures, type TakenFrame } from "./plannedFigures";
export { type ShotLights, shotLights } from "./shotLights";
export { asksOf, type RecipeDemand, type Solution, type SolvedRecipe, solve } from "./solve";
export { type Study, studyOf, takenAt } from "./study";
