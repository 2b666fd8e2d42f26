export { brightestOf } from "./brightest";
export { bandBytes, createFrameBand } from "./frameBand";
export { bindKernels, type StackKernels } from "./kernels";
export { accumulatorBytesPerPixel, layOutMemory, MOST_MEMORY_BYTES } from "./memory";
export {
  type BandedWay,
  type FoldedWay,
  type FusingLaw,
  type FusingMethod,
  METHOD_OPTIONS,
  type MethodOption,
  type PassedWay,
  type ReadKept,
  type SmallFusing,
} from "./method";
export { STACK_METHODS, type StackMethod, USUAL_METHOD } from "./methodIds";
export { ALIKE_METHODS, lawOf, METHODS, methodOf, methodSlug } from "./methods";
export { sixteenBits } from "./small";
export {
  createStack,
  foldFrame,
  readResult,
  resultChunkSamples,
  type StackPlan,
  type StackState,
} from "./stackState";
export type { SampleDepth, Samples } from "./tables";
