export { framesInStorage, framesOnBattery, type RunCost, runCost, secondsOnBattery } from "./cost";
export { parseDuration, printDuration, readableDuration } from "./duration";
export { recipeFromXmp, recipeXmp } from "./metadata";
export { type ParsedRecipe, parseRecipe, type RecipeProblem } from "./parseRecipe";
export { printFilter, printRecipe } from "./printRecipe";
export {
  EMPTY_RECIPE,
  type FileChoice,
  type Focus,
  type Recipe,
  type Sequence,
  STACK_METHODS,
  type StackMethod,
  type WhiteBalance,
} from "./recipe";
export { frameShutters } from "./shutters";
export {
  effectivePeriodSeconds,
  type FrameTime,
  framesInSpan,
  frameTimes,
  type PhonePace,
  runSeconds,
} from "./timeLine";
