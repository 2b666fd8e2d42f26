import { open } from "node:fs/promises";
import { type PictureNotes, tiffHeader } from "@/core/formats";
import { bindKernels, readResult, resultChunkSamples, type StackState } from "@/core/stack";

/**
 * Computes a stack's result chunk by chunk and streams it into a 16-bit TIFF; the file is synced before it is closed.
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
  const samples = width * height * 3;
  const chunk = Math.min(resultChunkSamples(state), 1 << 22);
  const handle = await open(path, "w");
  try {
    await handle.write(tiffHeader(width, height, notes));
    for (let from = 0; from < samples; from += chunk) {
      const result = readResult(kernels, state, frames, from, Math.min(samples, from + chunk));
      await handle.write(new Uint8Array(result.buffer, result.byteOffset, result.byteLength));
    }
    await handle.sync();
  } finally {
    await handle.close();
  }
}
