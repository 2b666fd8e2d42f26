import { growTo, openEmbedded } from "../embeddedKernel";
import type { SettledLook } from "./develop";
import { DEVELOP_KERNEL } from "./developKernel.wasm";
import { CURVE_POINTS } from "./tone";

interface DevelopKernel {
  readonly memory: WebAssembly.Memory;
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
const WHOLE_NUMBERS = 13;
const LIGHT_NUMBERS = 14;
/** Byte offsets in the kernel's memory. */
const NUMBERS = 1024;
const CURVE = NUMBERS + 4 * (WHOLE_NUMBERS + MOST_LIGHTS * LIGHT_NUMBERS);
const OUT = CURVE + 4 * CURVE_POINTS;
const LIGHT = OUT + 6 * CHUNK;
const PARTS = LIGHT + 4 * PLANE_BYTES;

let kernel: DevelopKernel | undefined;

/** The numbers of a look as the kernel takes them. */
function numbersOf({ exposure, highlights, colour, tone, balance, lights }: SettledLook): number[] {
  return [
    exposure,
    highlights,
    colour,
    tone ? 1 : 0,
    ...balance,
    ...lights.flatMap((light) => [
      light.stops,
      light.range,
      light.middle,
      light.colour,
      light.balance ? 1 : 0,
      ...(light.balance ?? balance).map((value, at) => value - balance[at]!),
    ]),
  ];
}

/**
 * Develops pixels under a look.
 *
 * @param out Three 16-bit sRGB codes a pixel, overwritten from its beginning.
 */
export function developPixels(look: SettledLook, pixels: PixelsToDevelop, out: Uint16Array): void {
  const bytes = PARTS + MOST_LIGHTS * PLANE_BYTES;
  kernel ??= openEmbedded<DevelopKernel>(DEVELOP_KERNEL, bytes);
  growTo(kernel.memory, bytes);
  const floats = new Float32Array(kernel.memory.buffer);
  floats.set(numbersOf(look), NUMBERS / 4);
  if (look.tone) floats.set(look.tone.gains, CURVE / 4);
  const planes = [pixels.red, pixels.green, pixels.blue, pixels.surroundings];
  const parts = look.lights.map(({ index }) => pixels.parts[index]!);
  const result = new Uint16Array(kernel.memory.buffer, OUT, 3 * CHUNK);
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
