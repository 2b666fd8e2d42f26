import { LINEAR } from "../picture";
import type { Stage } from "../scene";
import { GREEN } from "./cleanLevel";

/** Something has passed where a pixel lies farther from what all of them are, as a share of it and of white. */
const PASSED = 0.25;
const PASSED_OF_WHITE = 0.006;
/** So few of the pixels tell what all of them are. */
const SAMPLED_EVERY = 7;

/**
 * Where in a picture nothing that passed has left its light or hidden any: 1 there, else 0. Told by how a pixel lies to its clean
 * level, against how most of them do, so that a picture that is too bright or too dark altogether counts as it is.
 *
 * @param clean See `cleanLevel`.
 */
export function untouched({ still }: Stage, clean: Float32Array, picture: Uint8Array): Uint8Array {
  const shown = (pixel: number) => LINEAR[picture[3 * pixel + GREEN]!]!;
  const shares: number[] = [];
  for (let pixel = 0; pixel < clean.length; pixel += SAMPLED_EVERY)
    if (still.depth[pixel]! < Infinity && clean[pixel]! > 0) shares.push(shown(pixel) / Math.min(1, clean[pixel]!));
  const middle = shares.sort((a, b) => a - b)[shares.length >> 1] ?? 1;
  const out = new Uint8Array(clean.length);
  for (let pixel = 0; pixel < clean.length; pixel++) {
    const usual = Math.min(1, middle * clean[pixel]!);
    out[pixel] = Math.abs(shown(pixel) - usual) < PASSED * usual + PASSED_OF_WHITE ? 1 : 0;
  }
  return out;
}
