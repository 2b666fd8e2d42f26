import type { PictureLights } from "./findLights";
import { type GuidedPlanes, type Plane, placesIn } from "./guided";
import type { Piece } from "./piece";

/** What kernels have of `places.as.ts`. */
export interface PlacesKernel {
  readonly memory: WebAssembly.Memory;
  lightRow(light: number, plane: number, stops: number, codes: number, table: number, pixels: number): void;
  followRow(
    out: number,
    stops: number,
    slopes: number,
    offsets: number,
    first: number,
    part: number,
    pixels: number,
  ): void;
}

/** Where small planes are laid out in a kernel's memory, byte offsets. */
export interface RowPlaces {
  /** A row of the piece each. */
  readonly first: number;
  readonly part: number;
  /** A row of the small planes each, and one value more: the last pixel looks at two. */
  readonly slopes: number;
  readonly offsets: number;
}

/**
 * What small planes say of a piece's pixels, row by row of the picture, as values along the row's stops.
 *
 * @returns Given planes, a row of the picture, where its stops are and where to write.
 */
export function follower(
  kernel: PlacesKernel,
  at: RowPlaces,
  { surroundings }: Pick<PictureLights, "surroundings">,
  { width, left, of }: Piece,
): (planes: GuidedPlanes, y: number, stops: number, out: number) => void {
  const { width: few, height: lines } = surroundings.slope;
  const padded = 4 * Math.ceil(width / 4);
  const { buffer } = kernel.memory;
  const floats = new Float32Array(buffer);
  const columns = placesIn(of.width, few, left, width);
  const down = placesIn(of.height, lines);
  new Uint32Array(buffer, at.first, padded).fill(0).set(columns.first);
  floats.fill(0, at.part / 4, at.part / 4 + padded);
  floats.set(columns.part, at.part / 4);
  /** A small plane's row at this height. */
  const lower = ({ values }: Plane, y: number, to: number) => {
    const above = down.first[y]! * few;
    const below = lines > 1 ? above + few : above;
    for (let x = 0, out = to / 4; x < few; x++, out++)
      floats[out] = values[above + x]! + down.part[y]! * (values[below + x]! - values[above + x]!);
    floats[to / 4 + few] = floats[to / 4 + few - 1]!;
  };
  return ({ slope, offset }, y, stops, out) => {
    lower(slope, y, at.slopes);
    lower(offset, y, at.offsets);
    kernel.followRow(out, stops, at.slopes, at.offsets, at.first, at.part, padded);
  };
}

/** Hands out stretches of a kernel's memory from a place on. */
export function layOut(begins: number): { readonly take: (bytes: number) => number; readonly end: () => number } {
  let end = begins;
  return {
    take: (bytes) => {
      const at = end;
      end += 16 * Math.ceil(bytes / 16);
      return at;
    },
    end: () => end,
  };
}
