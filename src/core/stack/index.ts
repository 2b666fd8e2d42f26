export { blendFrame, createFusion, type Fusion, fusedPicture, weighFrame } from "./exposureFusion";
export { bindKernels, type StackKernels } from "./kernels";
export { medianInto } from "./median";
export { bandBytes, createMedianBand, medianOfBand } from "./medianBand";
export { layOutMemory, MOST_MEMORY_BYTES } from "./memory";
export {
  createStack,
  type FoldMethod,
  foldFrame,
  readResult,
  resultChunkSamples,
  type StackPlan,
  type StackState,
} from "./stackState";
export type { SampleDepth, Samples } from "./tables";
export { layTrailsInPlace, usualRise } from "./trails";
