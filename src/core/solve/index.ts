export { bracketShutters } from "./bracket";
export type { Prediction, RecipeKind } from "./candidate";
export { type SceneAssumptions, usualScene } from "./defaults";
export { type Edge, type EdgeCurve, type FieldSetup, fieldEdges, noiseCeilingIso, productAt } from "./edges";
export {
  type Exposure,
  METER_TO_CLIP_STOPS,
  meterStops,
  surfaceSnr,
  trailClipIso,
  trailExposure,
  trailHeadroomStops,
} from "./exposure";
export type { Schools, SolveCamera, SolveRequest } from "./request";
export { type Solution, type SolvedRecipe, solve, type Verdict } from "./solve";
