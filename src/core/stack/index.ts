export { WEIGHT_STEPS } from "./accumulators";
export { brightestOf } from "./brightest";
export { calibrate } from "./calibrate";
export { type Fade, fadeWeights, NO_FADE, wholeSteps } from "./fade";
export { FILM_SECONDS, type FilmTimes, filmTimes, growsByFrames } from "./film";
export { bandBytes, createFrameBand, type FrameBand } from "./frameBand";
export { findGhosts, framesToClear, type Ghost, type Ghosts, shownOf } from "./ghosts";
export { givenBy } from "./given";
export { findHotPixels, repairPixels } from "./hotPixels";
export { bindKernels, type StackKernels } from "./kernels";
export {
  LAYER_IDS,
  LAYER_OFF_STOPS,
  type LayerId,
  type LayerStops,
  MOST_LAYER_STOPS,
} from "./layerIds";
export { blendMasked, LAYERS, type LayerKind, layerGain, layersOf, putTogether, takeApart } from "./layers";
export { medianInto } from "./median";
export { accumulatorBytesPerPixel, layOutMemory, MOST_MEMORY_BYTES } from "./memory";
export {
  type BandedWay,
  type FoldedWay,
  type FusedSize,
  type FusingLaw,
  type FusingMethod,
  type LineFusingMethod,
  METHOD_OPTIONS,
  type MethodOption,
  type PassedWay,
  type ReadKept,
  type SmallFusing,
} from "./method";
export { LINE_METHODS, type LineMethod, STACK_METHODS, type StackMethod, USUAL_METHOD } from "./methodIds";
export { ALIKE_METHODS, lawOf, layerKindOf, lineMethod, lineMethodOf, METHODS, methodOf, methodSlug } from "./methods";
export { PAINTED_EDGE, type PaintedPoint, type PaintedShape, paintedAbove, paintedBelow, paintedSvg } from "./painted";
export { type FusingSettings, ITERATION_BOUNDS, KAPPA_BOUNDS, USUAL_SETTINGS } from "./settings";
export { sixteenBits } from "./small";
export { smallCopy } from "./smallCopy";
export {
  createStack,
  foldFrame,
  frameSamples,
  mergeKept,
  moveFrame,
  readResult,
  resultChunkSamples,
  type StackPlan,
  type StackState,
  stillMask,
  subtractDark,
  weighFrames,
} from "./stackState";
export type { SampleDepth, Samples } from "./tables";
