/** Lobes of the kernel to either side. */
const LOBES = 3;
const PHASES = 64;
/** Sums of a place's weights, as the kernels take them across and, finer, down. */
const UNITS = [1024, 32_768] as const;
/** Six weights and two that are 0 fill a vector. */
const VECTOR = 8;
const STRIDE = UNITS.length * VECTOR;
const MOST = 32_767;

const sinc = (x: number): number => (x === 0 ? 1 : Math.sin(Math.PI * x) / (Math.PI * x));

/** Entries of `lanczosWeights`. */
export const LANCZOS_ENTRIES = STRIDE * (PHASES + 1);

/**
 * Weights of the six pixels about a place that lies 0 to 64 64ths of a pixel past the third of them, in 1024ths and then in 32768ths, two
 * zeros after each six.
 *
 * @see Duchon (1979), Lanczos filtering in one and two dimensions
 */
export function lanczosWeights(): Int16Array {
  const out = new Int16Array(LANCZOS_ENTRIES);
  for (let phase = 0; phase <= PHASES; phase++) {
    const taps = Array.from({ length: 2 * LOBES }, (_, tap) => {
      const x = tap - (LOBES - 1) - phase / PHASES;
      return Math.abs(x) < LOBES ? sinc(x) * sinc(x / LOBES) : 0;
    });
    const sum = taps.reduce((all, tap) => all + tap, 0);
    for (const [at, unit] of UNITS.entries()) {
      const rounded = taps.map((tap) => Math.round((unit * tap) / sum));
      // What rounding leaves goes to the largest, so that flat ground stays what it is.
      const largest = rounded.indexOf(Math.max(...rounded));
      rounded[largest] = rounded[largest]! + unit - rounded.reduce((all, tap) => all + tap, 0);
      out.set(
        rounded.map((weight) => Math.min(MOST, weight)),
        STRIDE * phase + VECTOR * at,
      );
    }
  }
  return out;
}
