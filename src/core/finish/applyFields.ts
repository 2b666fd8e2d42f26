import { growTo, openEmbedded } from "../embeddedKernel";
import type { Fields } from "./fields";
import { FIELDS_KERNEL } from "./fieldsKernel.wasm";
import { enlarger } from "./guided";
import type { FinishLightId } from "./lightIds";
import type { Piece } from "./piece";

interface FieldsKernel {
  readonly memory: WebAssembly.Memory;
  vignetteRow(
    light: number,
    plane: number,
    x: number,
    y: number,
    corner: number,
    stops: number,
    rim: number,
    pixels: number,
  ): void;
  glowRow(light: number, plane: number, parts: number, numbers: number, x: number, step: number, pixels: number): void;
  trailsRow(light: number, plane: number, trails: number, shares: number, numbers: number, pixels: number): void;
  recolourRow(light: number, plane: number, trails: number, shares: number, part: number, pixels: number): void;
}

/** Rows of a picture's light, each pixel's surroundings and its part in each of the picture's lights. */
export interface FieldRows {
  readonly red: Float32Array;
  readonly green: Float32Array;
  readonly blue: Float32Array;
  readonly surroundings: Float32Array;
  readonly parts: readonly (Float32Array | null)[];
  /** Which share of each channel's light moves; null where that is not known. See `trailShares`. */
  readonly shares: Uint16Array | null;
}

/** Byte offsets in the kernel's memory: nine numbers of a glow, or fourteen of trails, then planes of one row. */
const NUMBERS = 1024;
const ROWS = NUMBERS + 64;
/** Light in three channels and surroundings; two parts, or a trail's light; a trail's shares. */
const ROW_PLANES = 10;

let compiled: FieldsKernel | undefined;

/** Numbers of 1, x and x² along a row, of each channel, times the part of the glow that is taken away. */
const alongRow = ({ surfaces, part }: NonNullable<Fields["glow"]>, y: number): number[] =>
  surfaces.flatMap(([one, x, down, xx, xy, yy]) => [
    part * (one! + down! * y + yy! * y * y),
    part * (x! + xy! * y),
    part * xx!,
  ]);

/**
 * Applies fields to rows of a picture, in place: first what the lens lost, then the sky's glow, then the colour of trails and what else is
 * done to those alone.
 *
 * @param lights Those of the picture, in the order of the rows' parts.
 */
export function applyFields(
  { vignette, glow, recolour, trails: moved }: Fields,
  rows: FieldRows,
  piece: Piece,
  lights: readonly { readonly id: FinishLightId }[],
): void {
  const { width, left, top, of } = piece;
  const padded = 4 * Math.ceil(width / 4);
  const plane = 4 * padded;
  const bytes = ROWS + ROW_PLANES * plane;
  compiled ??= openEmbedded<FieldsKernel>(FIELDS_KERNEL, bytes);
  growTo(compiled.memory, bytes);
  const kernel = compiled;
  const views = Array.from(
    { length: ROW_PLANES },
    (_, at) => new Float32Array(kernel.memory.buffer, ROWS + at * plane, width),
  );
  const [sky, stars, trails] = (["sky", "stars", "trails"] as const).map(
    (id) => rows.parts[lights.findIndex((light) => light.id === id)] ?? null,
  );
  const light = [rows.red, rows.green, rows.blue, rows.surroundings];
  const partsAt = ROWS + 4 * plane;
  const sharesAt = ROWS + 7 * plane;
  const put = (to: Float32Array, from: Float32Array | null | undefined, begins: number) =>
    from ? to.set(from.subarray(begins, begins + width)) : to.fill(0);
  const enlarged = recolour && enlarger(recolour.colours[0], piece);
  for (let row = 0, begins = 0; begins < rows.red.length; row++, begins += width) {
    for (const [at, values] of light.entries()) put(views[at]!, values, begins);
    const y = top + row;
    if (vignette) {
      const [x, down] = [2 * left + 1 - of.width, 2 * y + 1 - of.height];
      const corner = Math.hypot(of.width, of.height);
      kernel.vignetteRow(ROWS, plane, x, down, corner, vignette.stops, vignette.rim, padded);
    }
    if (glow) {
      new Float32Array(kernel.memory.buffer, NUMBERS, 9).set(alongRow(glow, (y + 0.5) / of.height));
      for (const [at, part] of [sky, stars].entries()) put(views[4 + at]!, part, begins);
      kernel.glowRow(ROWS, plane, partsAt, NUMBERS, (left + 0.5) / of.width, 1 / of.width, padded);
    }
    if (recolour && enlarged && trails) {
      put(views[4]!, trails, begins);
      for (const [channel, colour] of recolour.colours.entries()) enlarged(colour, row, views[7 + channel]!);
      kernel.recolourRow(ROWS, plane, partsAt, sharesAt, recolour.part, padded);
    }
    if (moved && rows.shares) {
      // Views of the kernel's memory, whose numbers a glow has written over.
      const numbers = new Float32Array(kernel.memory.buffer, NUMBERS, 14);
      numbers.set([moved.stops, moved.range, moved.middle, moved.colour, moved.spared, ...moved.balance]);
      const row = new Uint16Array(kernel.memory.buffer, sharesAt, 3 * width);
      row.set(rows.shares.subarray(3 * begins, 3 * (begins + width)));
      kernel.trailsRow(ROWS, plane, partsAt, sharesAt, NUMBERS, padded);
    }
    for (const [at, values] of light.entries()) values.set(views[at]!, begins);
  }
}
