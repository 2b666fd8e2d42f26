import { decodeSrgb, encodeSrgb } from "../../picture/srgb";
import type { AccumulatorId } from "../accumulators";

/** Doubles that should be exact halves may fall short of them by some units of the last place. */
const HALF = 0.5 + 1e-9;

/**
 * Fuses whole frames of 8- or 16-bit codes in plain doubles, rounding once at the end: the reference that the compiled
 * kernels are held against.
 */
export function fusePlainly(
  frames: readonly (Uint8Array | Uint16Array)[],
  {
    keeps: [kept],
    depth,
    encoded,
  }: { readonly keeps: readonly AccumulatorId[]; readonly depth: 8 | 16; readonly encoded: boolean },
): Uint16Array {
  const widen = depth === 8 ? 257 : 1;
  const top = 2 ** depth - 1;
  return Uint16Array.from({ length: frames[0]!.length }, (_, sample) => {
    const codes = frames.map((frame) => frame[sample]!);
    if (kept === "brightest") return Math.max(...codes) * widen;
    if (kept === "darkest") return Math.min(...codes) * widen;
    const sum = codes.reduce((total, code) => total + (encoded ? code : decodeSrgb(code / top)), 0);
    const mean = sum / (kept === "sum" ? 1 : codes.length);
    return Math.min(65_535, Math.floor((encoded ? mean * widen : encodeSrgb(mean) * 65_535) + HALF));
  });
}
