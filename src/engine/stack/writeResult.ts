import type { PictureNotes } from "@/core/formats";
import {
  bindKernels,
  type FoldedWay,
  type ReadKept,
  readResult,
  resultChunkSamples,
  type StackState,
} from "@/core/stack";
import { writeTiff } from "./writeTiff";

/** Of whole pixels, in steps of the kernels. */
const MOST_CHUNK_SAMPLES = 3 << 20;

/** What frames were folded into, and how a result is made of it. */
interface Folded {
  readonly state: StackState;
  readonly kernels: WebAssembly.Module;
  readonly finish: FoldedWay["finish"];
  /** How many frames were folded in. */
  readonly frames: number;
}

/** Computes a stack's result chunk by chunk and streams it into a 16-bit TIFF. */
export async function writeResult(folded: Folded, path: string, notes: PictureNotes): Promise<void> {
  const { state, frames } = folded;
  const kernels = await bindKernels(folded.kernels, state.memory);
  const { width, height } = state.plan;
  const chunk = Math.min(resultChunkSamples(state), MOST_CHUNK_SAMPLES);
  const read: ReadKept = (id, from, to) => readResult(kernels, state, { id, frames }, from, to);
  await writeTiff(path, { width, height, notes }, folded.finish(read, width * height * 3, chunk), chunk);
}
