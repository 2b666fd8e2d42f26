import { expose, transfer } from "comlink";
import { MARK, TILE_PIXEL_BYTES } from "@/core/picture";

/** A part of a picture, ready to be drawn. */
export interface Tile {
  readonly bitmap: ImageBitmap;
  /** Opaque where a channel is clipped, and where all are crushed; null where nothing is. */
  readonly clipped: ImageBitmap | null;
  readonly crushed: ImageBitmap | null;
}

/** A mask that is opaque where pixels carry a mark; null where none does. */
async function maskOf(pixels: Uint8Array, width: number, height: number, mark: number): Promise<ImageBitmap | null> {
  const mask = new ImageData(width, height);
  let any = false;
  for (let at = TILE_PIXEL_BYTES - 1; at < pixels.length; at += TILE_PIXEL_BYTES) {
    if ((pixels[at]! & mark) === 0) continue;
    mask.data[at] = 255;
    any = true;
  }
  return any ? createImageBitmap(mask) : null;
}

const api = {
  /** Fetches a tile and makes what is drawn of it. @throws Error with the status when there is none. */
  async tile(url: string, width: number, height: number): Promise<Tile> {
    const response = await fetch(url);
    if (!response.ok) throw new Error(`A part of the picture could not be fetched (${response.status}).`);
    const pixels = new Uint8ClampedArray(await response.arrayBuffer());
    if (pixels.length !== TILE_PIXEL_BYTES * width * height)
      throw new Error("A part of the picture arrived incomplete.");
    const marks = new Uint8Array(pixels);
    const clipped = await maskOf(marks, width, height, MARK.clippedAny);
    const crushed = await maskOf(marks, width, height, MARK.crushed);
    for (let at = TILE_PIXEL_BYTES - 1; at < pixels.length; at += TILE_PIXEL_BYTES) pixels[at] = 255;
    const bitmap = await createImageBitmap(new ImageData(pixels, width, height));
    return transfer(
      { bitmap, clipped, crushed },
      [bitmap, clipped, crushed].filter((each) => each !== null),
    );
  },
};

export type PictureWorker = typeof api;

expose(api);
