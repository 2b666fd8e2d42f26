export { bracketShutters } from "./bracket";
export type { Prediction, RecipeKind } from "./candidate";
export { type SceneAssumptions, USUAL_SCHOOLS, usualScene } from "./defaults";
export { noiseCeilingIso, productAt } from "./edges/brightnessEdges";
export { allows, BARE_SETUP, type Edge, type EdgeCurve, edgeSeconds, type FieldSetup } from "./edges/edge";
export { fieldEdges } from "./edges/fieldEdges";
export { firstToMove, isOpen, openRungs } from "./edges/openGround";
export { explain, type Figure, setupOf } from "./explain";
export {
  clippedShare,
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
