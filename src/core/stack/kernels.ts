type Middles = (
  lower: number,
  upper: number,
  source: number,
  stride: number,
  frames: number,
  room: number,
  count: number,
) => void;
type ClipSums = (
  sums: number,
  counts: number,
  source: number,
  stride: number,
  frames: number,
  kappa: number,
  passes: number,
  table: number,
  room: number,
  count: number,
) => void;
type Resample = (
  target: number,
  source: number,
  fallback: number,
  width: number,
  height: number,
  grid: number,
  weights: number,
  room: number,
) => void;

/** The compiled kernels over one memory; pointers are byte offsets, counts are samples. See kernels.as.ts. */
export interface StackKernels {
  lighten8(target: number, source: number, count: number): void;
  lighten16(target: number, source: number, count: number): void;
  addThroughTable8(sums: number, source: number, table: number, count: number): void;
  addThroughTable16(sums: number, source: number, table: number, count: number): void;
  encodeSums(target: number, sums: number, thresholds: number, guesses: number, scale: number, count: number): void;
  darken8(target: number, source: number, count: number): void;
  darken16(target: number, source: number, count: number): void;
  lightenThroughTable8(target: number, source: number, table: number, count: number): void;
  lightenThroughTable16(target: number, source: number, table: number, count: number): void;
  subtract8(target: number, dark: number, count: number): void;
  subtract16(target: number, dark: number, count: number): void;
  averageSums(target: number, sums: number, widen: bigint, weight: bigint, count: number): void;
  readonly middles8: Middles;
  readonly middles16: Middles;
  readonly clipSums8: ClipSums;
  readonly clipSums16: ClipSums;
  encodeMeans(
    target: number,
    sums: number,
    counts: number,
    thresholds: number,
    guesses: number,
    scale: number,
    count: number,
  ): void;
  averageMeans(target: number, sums: number, counts: number, widen: bigint, count: number): void;
  readonly resample8: Resample;
  readonly resample16: Resample;
  lay8(target: number, still: number, mask: number, pixels: number): void;
  lay16(target: number, still: number, mask: number, pixels: number): void;
}

/** Binds the compiled kernels (the bytes of kernels.wasm) to a shared memory. */
export async function bindKernels(module: WebAssembly.Module, memory: WebAssembly.Memory): Promise<StackKernels> {
  const instance = await WebAssembly.instantiate(module, { env: { memory } });
  // The exports' types cannot be known to the compiler; kernels.as.ts declares them with these signatures.
  return instance.exports as unknown as StackKernels;
}
