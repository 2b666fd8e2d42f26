import { growTo, openEmbedded } from "../embeddedKernel";
import { codeLights } from "../stack/lightCodes";
import { applyFields } from "./applyFields";
import { asksPlaces, type PixelLook, type SettledLook } from "./develop";
import { DEVELOP_KERNEL } from "./developKernel.wasm";
import { isPlainField } from "./fields";
import { type PictureLights, STAR_SOFT_STOPS } from "./findLights";
import type { Piece } from "./piece";
import { follower, layOut, type PlacesKernel } from "./rowPlaces";
import { CURVE_POINTS } from "./tone";

interface DevelopKernel extends PlacesKernel {
  develop(
    out: number,
    light: number,
    parts: number,
    plane: number,
    numbers: number,
    lights: number,
    curve: number,
    pixels: number,
  ): void;
  shareRow(parts: number, plane: number, lights: number, pixels: number): void;
  starRow(
    sky: number,
    stars: number,
    stops: number,
    surroundings: number,
    from: number,
    soft: number,
    pixels: number,
  ): void;
}

/** Pixels of which all is known that a look asks for. */
export interface PixelsToDevelop {
  readonly red: Float32Array;
  readonly green: Float32Array;
  readonly blue: Float32Array;
  /** Stops of each pixel's surroundings under white. */
  readonly surroundings: Float32Array;
  /** Each pixel's part in each of the picture's lights; those that no look names may be left out. */
  readonly parts: readonly (Float32Array | null)[];
}

/** Pixels of one call: their planes stay in a core's own memory. A multiple of 4. */
const CHUNK = 1 << 12;
const PLANE_BYTES = 4 * CHUNK;
const MOST_LIGHTS = 16;
const WHOLE_NUMBERS = 22;
const LIGHT_NUMBERS = 16;
/** Byte offsets in the kernel's memory. */
const NUMBERS = 1024;
const CURVE = NUMBERS + 4 * (WHOLE_NUMBERS + MOST_LIGHTS * LIGHT_NUMBERS);
const OUT = CURVE + 4 * CURVE_POINTS;
const LIGHT = OUT + 6 * CHUNK;
const PARTS = LIGHT + 4 * PLANE_BYTES;
/** Where rows of a whole picture are developed: the light of each code, then all that a row takes. */
const ROWS = PARTS + MOST_LIGHTS * PLANE_BYTES;
const CODES = 65_536;

let compiled: DevelopKernel | undefined;

/**
 * The numbers of a look as the kernel takes them.
 *
 * @param planeOf Which plane has a light's parts, given its place in the look and in the picture.
 */
function numbersOf(
  { exposure, highlights, colour, tone, balance, lights, out }: PixelLook,
  planeOf: (place: number, index: number) => number,
): number[] {
  return [
    exposure,
    highlights,
    colour,
    tone ? 1 : 0,
    ...balance,
    ...out,
    ...lights.flatMap((light, place) => [
      light.stops,
      light.range,
      light.middle,
      light.colour,
      light.balance ? 1 : 0,
      ...(light.balance ?? balance).map((value, at) => value - balance[at]!),
      planeOf(place, light.index),
      light.spared,
    ]),
  ];
}

/** The kernel with the numbers of a look, its memory at least so many bytes large. */
function opened(bytes: number, look: PixelLook, planeOf: (place: number, index: number) => number) {
  compiled ??= openEmbedded<DevelopKernel>(DEVELOP_KERNEL, bytes);
  growTo(compiled.memory, bytes);
  const floats = new Float32Array(compiled.memory.buffer);
  floats.set(numbersOf(look, planeOf), NUMBERS / 4);
  if (look.tone) floats.set(look.tone.gains, CURVE / 4);
  return { kernel: compiled, floats };
}

/**
 * Develops pixels under a look.
 *
 * @param out Three 16-bit sRGB codes a pixel, overwritten from its beginning.
 */
export function developPixels(look: PixelLook, pixels: PixelsToDevelop, out: Uint16Array): void {
  const { kernel, floats } = opened(ROWS, look, (place) => place);
  const planes = [pixels.red, pixels.green, pixels.blue, pixels.surroundings];
  const parts = look.lights.map(({ index }) => pixels.parts[index]!);
  const result = new Uint16Array(floats.buffer, OUT, 3 * CHUNK);
  const all = pixels.red.length;
  for (let from = 0; from < all; from += CHUNK) {
    const count = Math.min(CHUNK, all - from);
    for (const [at, plane] of planes.entries())
      floats.set(plane.subarray(from, from + count), (LIGHT + at * PLANE_BYTES) / 4);
    for (const [at, plane] of parts.entries())
      floats.set(plane.subarray(from, from + count), (PARTS + at * PLANE_BYTES) / 4);
    kernel.develop(OUT, LIGHT, PARTS, PLANE_BYTES, NUMBERS, parts.length, CURVE, Math.ceil(count / 4) * 4);
    out.set(result.subarray(0, 3 * count), 3 * from);
  }
}

/**
 * Develops a piece of a picture under a look, in place, from the lights found in a small copy of it: what `partsOf` and `developPixels`
 * come to, without a plane of the picture for each light.
 *
 * @param codes Interleaved 16-bit sRGB codes.
 * @param shares Which share of each of them moves, if it is known; see `trailShares`.
 */
export function developRows(
  found: PictureLights,
  look: SettledLook,
  codes: Uint16Array,
  piece: Piece,
  shares: Uint16Array | null = null,
): void {
  const { width, top } = piece;
  const { lights, memberships, surroundings, starsFrom } = found;
  const padded = 4 * Math.ceil(width / 4);
  const plane = 4 * padded;
  const lowBytes = 4 * (surroundings.slope.width + 1);
  const { take, end } = layOut(ROWS + 4 * CODES);
  const at = {
    row: take(6 * padded),
    light: take(4 * plane),
    stops: take(plane),
    parts: take(lights.length * plane),
    first: take(plane),
    part: take(plane),
    slopes: take(lowBytes),
    offsets: take(lowBytes),
  };
  const { kernel, floats } = opened(end(), look, (_, index) => index);
  floats.set(codeLights(), ROWS / 4);
  const follow = follower(kernel, at, found, piece);
  const row = new Uint16Array(floats.buffer, at.row, 3 * width);
  const [sky, stars] = ["sky", "stars"].map((id) => lights.findIndex((light) => light.id === id)) as [number, number];
  const isMoved = !isPlainField(look.fields);
  const view = (begins: number) => new Float32Array(floats.buffer, begins, width);
  const parts = lights.map((_, index) => view(at.parts + index * plane));
  const isShared = sky >= 0 && stars >= 0 && starsFrom !== null;
  const about = at.light + 3 * plane;
  const isPlaced = asksPlaces(look);
  if (!isPlaced) floats.fill(0, about / 4, about / 4 + padded);
  /** Where a row's pixels lie. */
  const place = (y: number) => {
    follow(surroundings, y, at.stops, about);
    for (const [index, planes] of memberships.entries()) {
      const part = at.parts + index * plane;
      if (isShared && index === stars) floats.fill(0, part / 4, part / 4 + padded);
      else follow(planes, y, at.stops, part);
    }
    if (lights.length > 0) kernel.shareRow(at.parts, plane, lights.length, padded);
    if (isShared)
      kernel.starRow(
        at.parts + sky * plane,
        at.parts + stars * plane,
        at.stops,
        about,
        starsFrom,
        STAR_SOFT_STOPS,
        padded,
      );
  };
  for (let y = 0, from = 0; from < codes.length; y++, from += 3 * width) {
    row.set(codes.subarray(from, from + 3 * width));
    kernel.lightRow(at.light, plane, at.stops, at.row, ROWS, padded);
    if (isPlaced) place(top + y);
    if (isMoved)
      applyFields(
        look.fields,
        {
          red: view(at.light),
          green: view(at.light + plane),
          blue: view(at.light + 2 * plane),
          surroundings: view(about),
          parts,
          shares: shares?.subarray(from, from + 3 * width) ?? null,
        },
        { ...piece, top: top + y },
        lights,
      );
    kernel.develop(at.row, at.light, at.parts, plane, NUMBERS, look.lights.length, CURVE, padded);
    codes.set(row, from);
  }
}
