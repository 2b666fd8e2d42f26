import type { PictureNotes } from "@/core/formats";
import { bindKernels, readResult, resultChunkSamples, type StackState } from "@/core/stack";
import { writeTiff } from "./writeTiff";

const MOST_CHUNK_SAMPLES = 1 << 22;

/**
 * Computes a stack's result chunk by chunk and streams it into a 16-bit TIFF.
 *
 * @param frames How many frames were folded in.
 */
export async function writeResult(
  state: StackState,
  module_: WebAssembly.Module,
  frames: number,
  path: string,
  notes: PictureNotes,
): Promise<void> {
  const kernels = await bindKernels(module_, state.memory);
  const { width, height } = state.plan;
  const chunk = Math.min(resultChunkSamples(state), MOST_CHUNK_SAMPLES);
  await writeTiff(path, { width, height, notes }, (from, to) => readResult(kernels, state, frames, from, to), chunk);
}
