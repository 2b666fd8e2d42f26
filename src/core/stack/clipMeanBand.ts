import { type FrameBand, inSteps, strideOf } from "./frameBand";
import type { StackKernels } from "./kernels";
import type { FusingSettings } from "./settings";
import { codeGuesses, codeThresholds, FIXED_POINT_ONE, identityTable, linearTable } from "./tables";

/** A byte as a 16-bit code. */
const PER_BYTE = 257;

const prepared = new WeakMap<WebAssembly.Memory, boolean>();

/** Fills the tables of a band's memory, once for its way to average. */
function prepare({ memory, depth, room }: FrameBand, encoded: boolean): void {
  if (prepared.get(memory) === encoded) return;
  const summands = encoded ? identityTable(depth) : linearTable(depth);
  new BigUint64Array(memory.buffer, room.table, summands.length).set(summands);
  const thresholds = codeThresholds();
  new Float64Array(memory.buffer, room.thresholds, thresholds.length).set(thresholds);
  new Uint16Array(memory.buffer, room.guesses, 65_536).set(codeGuesses(thresholds));
  prepared.set(memory, encoded);
}

/**
 * Mean of each sample of a filled band without what lies far from its middle, as a 16-bit code: of what is kept those values go that
 * lie further than `kappa` sample deviations from its median, until none goes or `iterations` is reached. What goes is judged by the
 * codes, in which noise is about even; what stays is averaged in linear light unless `encoded`.
 *
 * @see Newell (1979), The use of sigma clipping in photometric reductions; bounds by the median are those of the golden set's README
 * @returns A view that holds until the next band.
 */
export function clipMeanOfBand(
  kernels: StackKernels,
  band: FrameBand,
  samples: number,
  { encoded, kappa, iterations }: FusingSettings,
): Uint16Array {
  prepare(band, encoded);
  const { memory, frames, depth, room } = band;
  const { lower, sums, counts, table, thresholds, guesses, scratch } = room;
  const count = inSteps(samples);
  const clipSums = depth === 8 ? kernels.clipSums8 : kernels.clipSums16;
  clipSums(sums, counts, 0, strideOf(band), frames, kappa, iterations, table, scratch, count);
  if (encoded) kernels.averageMeans(lower, sums, counts, depth === 16 ? 1n : BigInt(PER_BYTE), count);
  else kernels.encodeMeans(lower, sums, counts, thresholds, guesses, 1 / FIXED_POINT_ONE, count);
  return new Uint16Array(memory.buffer, lower, samples);
}
