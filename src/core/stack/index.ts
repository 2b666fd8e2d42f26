export { bindKernels, type StackKernels } from "./kernels";
export { layOutMemory, MOST_MEMORY_BYTES } from "./memory";
export { createStack, foldFrame, readResult, resultChunkSamples, type StackPlan, type StackState } from "./stackState";
export type { SampleDepth } from "./tables";
