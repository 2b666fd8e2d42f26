import { decodeSrgb, encodeSrgb } from "./srgb";
import { clipMarks, screenCodes } from "./statistics";

/** Longer edge of a tile, pixels. */
export const TILE_PX = 512;
/** Bytes of a pixel of a tile: red, green, blue, marks. */
export const TILE_PIXEL_BYTES = 4;

/** One size of a picture; each has half the width and height of the one before, rounded up. */
export interface PyramidLevel {
  readonly width: number;
  readonly height: number;
  readonly columns: number;
  readonly rows: number;
}

/** Place and size of a tile in its level, pixels. */
export interface TileArea {
  readonly left: number;
  readonly top: number;
  readonly width: number;
  readonly height: number;
}

/** Sizes in which a picture is drawn: its own first, the last one a single tile. */
export function pyramidLevels(width: number, height: number): readonly PyramidLevel[] {
  const columns = Math.ceil(width / TILE_PX);
  const rows = Math.ceil(height / TILE_PX);
  const level = { width, height, columns, rows };
  if (columns * rows <= 1) return [level];
  return [level, ...pyramidLevels(Math.ceil(width / 2), Math.ceil(height / 2))];
}

/** The area of a tile; null where the level has none there. */
export function tileArea({ width, height, columns, rows }: PyramidLevel, column: number, row: number): TileArea | null {
  if (!Number.isInteger(column) || !Number.isInteger(row)) return null;
  if (column < 0 || row < 0 || column >= columns || row >= rows) return null;
  const left = column * TILE_PX;
  const top = row * TILE_PX;
  return { left, top, width: Math.min(TILE_PX, width - left), height: Math.min(TILE_PX, height - top) };
}

/** sRGB samples of 8 or 16 bits as pixels for the screen, four bytes each: red, green, blue, marks. */
export function markedPixels(samples: Uint8Array | Uint16Array): Uint8Array<ArrayBuffer> {
  const codes = screenCodes(samples);
  const pixels = new Uint8Array((samples.length / 3) * TILE_PIXEL_BYTES);
  for (let from = 0, to = 0; from < samples.length; from += 3, to += TILE_PIXEL_BYTES) {
    const red = codes[samples[from]!]!;
    const green = codes[samples[from + 1]!]!;
    const blue = codes[samples[from + 2]!]!;
    pixels[to] = red;
    pixels[to + 1] = green;
    pixels[to + 2] = blue;
    pixels[to + 3] = clipMarks(red, green, blue);
  }
  return pixels;
}

/** Steps of linear light between black and white, finer than an 8-bit code at its darkest. */
const LIGHT_STEPS = 16_383;

/** Light of each display code, and display codes of the sum of four lights. */
interface LightTables {
  readonly linear: Uint16Array;
  readonly codeOfFour: Uint8Array;
}
let tables: LightTables | undefined;

/** The tables, worked out when first asked for. */
function lightTables(): LightTables {
  tables ??= {
    linear: Uint16Array.from({ length: 256 }, (_, code) => Math.round(LIGHT_STEPS * decodeSrgb(code / 255))),
    codeOfFour: Uint8Array.from({ length: 4 * LIGHT_STEPS + 1 }, (_, sum) =>
      Math.round(255 * encodeSrgb(sum / (4 * LIGHT_STEPS))),
    ),
  };
  return tables;
}

/**
 * A level's pixels at half the width and height, rounded up: the mean of four by their light, and the marks of any of
 * them. The last column and row of odd sizes count twice.
 */
export function halvedPixels(
  pixels: Uint8Array,
  { width, height }: Pick<PyramidLevel, "width" | "height">,
): Uint8Array<ArrayBuffer> {
  const { linear, codeOfFour } = lightTables();
  const halfWidth = Math.ceil(width / 2);
  const halfHeight = Math.ceil(height / 2);
  const halved = new Uint8Array(halfWidth * halfHeight * TILE_PIXEL_BYTES);
  let to = 0;
  for (let y = 0; y < halfHeight; y++) {
    const upper = 2 * y * width * TILE_PIXEL_BYTES;
    const lower = Math.min(2 * y + 1, height - 1) * width * TILE_PIXEL_BYTES;
    for (let x = 0; x < halfWidth; x++, to += TILE_PIXEL_BYTES) {
      const left = 2 * x * TILE_PIXEL_BYTES;
      const right = Math.min(2 * x + 1, width - 1) * TILE_PIXEL_BYTES;
      for (let channel = 0; channel < 3; channel++) {
        const sum =
          linear[pixels[upper + left + channel]!]! +
          linear[pixels[upper + right + channel]!]! +
          linear[pixels[lower + left + channel]!]! +
          linear[pixels[lower + right + channel]!]!;
        halved[to + channel] = codeOfFour[sum]!;
      }
      halved[to + 3] =
        pixels[upper + left + 3]! | pixels[upper + right + 3]! | pixels[lower + left + 3]! | pixels[lower + right + 3]!;
    }
  }
  return halved;
}

/** The pixels of a tile, cut out of its level's. */
export function tilePixels(
  pixels: Uint8Array,
  { width }: Pick<PyramidLevel, "width">,
  area: TileArea,
): Uint8Array<ArrayBuffer> {
  const rowBytes = area.width * TILE_PIXEL_BYTES;
  const tile = new Uint8Array(area.height * rowBytes);
  for (let y = 0; y < area.height; y++) {
    const from = ((area.top + y) * width + area.left) * TILE_PIXEL_BYTES;
    tile.set(pixels.subarray(from, from + rowBytes), y * rowBytes);
  }
  return tile;
}
