import { growTo, openEmbedded } from "../embeddedKernel";
import { codeLights } from "../stack/lightCodes";
import type { PictureLights } from "./findLights";
import type { Piece } from "./piece";
import { follower, layOut, type PlacesKernel } from "./rowPlaces";
import { STARS_KERNEL } from "./starsKernel.wasm";

interface StarsKernel extends PlacesKernel {
  skyRow(over: number, light: number, plane: number, about: number, sky: number, pixels: number): void;
  extendRow(row: number, width: number, reach: number): void;
  extremeAlong(out: number, row: number, reach: number, isLeast: boolean, pixels: number): void;
  extremeDown(out: number, first: number, stride: number, rows: number, isLeast: boolean, pixels: number): void;
  overRow(over: number, about: number, pixels: number): void;
  cutRow(
    out: number,
    row: number,
    ahead: number,
    aheadBelow: number,
    right: number,
    down: number,
    behind: number,
    behindBelow: number,
    left: number,
    up: number,
    pixels: number,
  ): void;
  shapeRow(
    out: number,
    light: number,
    plane: number,
    over: number,
    about: number,
    sky: number,
    near: number,
    shaped: number,
    peaks: number,
    power: number,
    from: number,
    soft: number,
    pixels: number,
  ): void;
}

/** Codes of a piece of a picture. */
export interface CodeRows extends Piece {
  readonly codes: Uint16Array;
}

/** A star's light is looked for so far about a pixel, and a star is never longer than twice this, pixels. */
export const STAR_RADIUS = 5;
/** What stands before and behind a row of a plane: as much as is looked at beyond it, and a pixel for what lies between two. */
const PAD_BYTES = 64;
const PAD_PIXELS = 8;
/** Where the light of each code stands in the kernel's memory. */
const TABLE = 1024;
const CODES = 65_536;

let compiled: StarsKernel | undefined;

/** A plane in the kernel's memory: where each row's first pixel is. */
type RowAt = (y: number) => number;

/** What of a piece lies over its sky. */
export interface StarPlanes {
  readonly kernel: StarsKernel;
  readonly rows: number;
  readonly padded: number;
  /** Bytes from a plane's row to the next. */
  readonly stride: number;
  /** Light over that of the surroundings, that of the surroundings, each pixel's part in the sky, and the most of `over` about each pixel. */
  readonly over: RowAt;
  readonly about: RowAt;
  readonly sky: RowAt;
  readonly near: RowAt;
  /** Two planes to write to, and one that is written over by `most`. */
  readonly shaped: RowAt;
  readonly peaks: RowAt;
  /** The most of a plane about each pixel. */
  readonly most: (out: RowAt, of: RowAt) => void;
  /** Reads a row of the piece: its codes at `line`, its light in three planes from `light` on. */
  readonly read: (y: number) => void;
  readonly line: number;
  readonly light: number;
  readonly lightPlane: number;
}

/** Works out what lies over a piece's sky, of which light `sky` is the picture's. */
export function starPlanes(piece: CodeRows, found: PictureLights, sky: number): StarPlanes {
  const { codes, width, top } = piece;
  const rows = codes.length / (3 * width);
  const padded = 4 * Math.ceil(width / 4);
  const lightPlane = 4 * padded;
  const stride = 2 * PAD_BYTES + lightPlane;
  const lowBytes = 4 * (found.surroundings.slope.width + 1);
  const { take, end } = layOut(TABLE + 4 * CODES);
  const places = { first: take(lightPlane), part: take(lightPlane), slopes: take(lowBytes), offsets: take(lowBytes) };
  const [line, light, stops] = [take(6 * padded), take(3 * lightPlane), take(lightPlane)];
  const planeAt = (): RowAt => {
    const begins = take(stride * rows) + PAD_BYTES;
    return (y) => begins + y * stride;
  };
  const [over, first, second, about, inSky, shaped, peaks] = Array.from({ length: 7 }, planeAt) as [
    RowAt,
    RowAt,
    RowAt,
    RowAt,
    RowAt,
    RowAt,
    RowAt,
  ];
  compiled ??= openEmbedded<StarsKernel>(STARS_KERNEL, end());
  growTo(compiled.memory, end());
  const kernel = compiled;
  const { buffer } = kernel.memory;
  new Float32Array(buffer, TABLE, CODES).set(codeLights());
  const row = new Uint16Array(buffer, line, 3 * width);
  const follow = follower(kernel, places, found, piece);
  const own = found.memberships[sky]!;
  const read = (y: number) => {
    row.set(codes.subarray(3 * y * width, 3 * (y + 1) * width));
    kernel.lightRow(light, lightPlane, stops, line, TABLE, padded);
  };
  const extreme = (out: RowAt, along: RowAt, of: RowAt, isLeast: boolean) => {
    for (let y = 0; y < rows; y++) {
      kernel.extendRow(of(y), width, PAD_PIXELS);
      kernel.extremeAlong(along(y), of(y), STAR_RADIUS, isLeast, padded);
    }
    for (let y = 0; y < rows; y++) {
      const from = Math.max(0, y - STAR_RADIUS);
      const count = Math.min(rows, y + STAR_RADIUS + 1) - from;
      kernel.extremeDown(out(y), along(from), stride, count, isLeast, padded);
    }
  };
  for (let y = 0; y < rows; y++) {
    read(y);
    follow(found.surroundings, top + y, stops, first(y));
    follow(own, top + y, stops, inSky(y));
    kernel.skyRow(over(y), light, lightPlane, first(y), inSky(y), padded);
  }
  // Surroundings follow what is bright a little: those of a star are what lies around it.
  extreme(about, second, first, true);
  for (let y = 0; y < rows; y++) kernel.overRow(over(y), about(y), padded);
  const most = (out: RowAt, of: RowAt) => extreme(out, first, of, false);
  most(second, over);
  return {
    kernel,
    rows,
    padded,
    stride,
    over,
    about,
    sky: inSky,
    near: second,
    shaped,
    peaks,
    most,
    read,
    line,
    light,
    lightPlane,
  };
}
