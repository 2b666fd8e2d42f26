import { pyramidLevels, TILE_PIXEL_BYTES, tileArea } from "../core/picture";
import type { OwnFrame, OwnMarks } from "../core/rehearse";

/** A person's own picture as it lies in the store, how it was taken, and what was drawn on it. */
export interface OwnWish extends Omit<OwnFrame, "data"> {
  readonly hash: string;
  readonly marks: OwnMarks;
}

/** Wider than this no picture is exposed anew while one waits, pixels. */
const WIDEST_PX = 1440;

let loaded: { readonly hash: string; readonly size: Pick<OwnFrame, "width" | "height" | "data"> } | undefined;

/**
 * Fetches a stored picture in the largest of its sizes that is not wider than is exposed anew; the last one is kept.
 *
 * @throws Error in words when a part of it cannot be fetched.
 */
export async function loadOwn({ hash, width, height }: Pick<OwnWish, "hash" | "width" | "height">) {
  if (loaded?.hash === hash) return loaded.size;
  const levels = pyramidLevels(width, height);
  const found = levels.findIndex((level) => level.width <= WIDEST_PX);
  const level = found < 0 ? levels.length - 1 : found;
  const size = levels[level]!;
  const data = new Uint8Array(3 * size.width * size.height);
  for (let row = 0; row < size.rows; row++) {
    for (let column = 0; column < size.columns; column++) {
      const area = tileArea(size, column, row)!;
      const response = await fetch(
        `${self.location.origin}/api/pictures/${hash}?as=tile&level=${level}&column=${column}&row=${row}`,
      );
      if (!response.ok) throw new Error(`A part of your picture could not be fetched (${response.status}).`);
      const tile = new Uint8Array(await response.arrayBuffer());
      for (let y = 0; y < area.height; y++) {
        for (let x = 0; x < area.width; x++) {
          const from = TILE_PIXEL_BYTES * (y * area.width + x);
          const to = 3 * ((area.top + y) * size.width + area.left + x);
          data[to] = tile[from]!;
          data[to + 1] = tile[from + 1]!;
          data[to + 2] = tile[from + 2]!;
        }
      }
    }
  }
  loaded = { hash, size: { width: size.width, height: size.height, data } };
  return loaded.size;
}
