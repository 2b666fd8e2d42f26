export { parseDuration, printDuration, readableDuration, roughDuration } from "./duration";
export { framesInSpan } from "./framesInSpan";
export { lookFromXmp, recipeFromXmp, recipeXmp } from "./metadata";
export { type ParsedRecipe, parseRecipe, type RecipeProblem } from "./parseRecipe";
export { printFilter, printRecipe } from "./printRecipe";
export {
  EMPTY_RECIPE,
  type FileChoice,
  type Focus,
  type Recipe,
  type Sequence,
  type WhiteBalance,
} from "./recipe";
export { frameShutters, rampAt } from "./shutters";
