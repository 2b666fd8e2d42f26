import type { ZoomTransform } from "d3";
import { type PyramidLevel, TILE_PX, type TileArea, tileArea } from "@/core/picture";

interface Size {
  readonly width: number;
  readonly height: number;
}

/** A tile's place in a picture's pyramid. */
export interface TilePlace extends TileArea {
  readonly level: number;
  readonly column: number;
  readonly row: number;
}

/** A tile's name among those of its picture. */
export const tileKey = ({ level, column, row }: TilePlace): string => `${level}/${column}/${row}`;

/** The size to draw at a zoom: the smallest with no fewer pixels than the screen shows of it. */
export function levelAt(levels: readonly PyramidLevel[], screenPixelsPerPixel: number): number {
  const wanted = Math.floor(Math.log2(1 / screenPixelsPerPixel) + 1e-6);
  return Math.max(0, Math.min(levels.length - 1, wanted));
}

/** Tiles of a size that a box on the screen shows, those nearest to its middle first. */
export function tilesIn(
  levels: readonly PyramidLevel[],
  level: number,
  transform: ZoomTransform,
  box: Size,
): TilePlace[] {
  const size = levels[level];
  if (!size) return [];
  const tilePx = TILE_PX * 2 ** level * transform.k;
  const first = (offset: number) => Math.max(0, Math.floor(-offset / tilePx));
  const last = (offset: number, length: number, count: number) =>
    Math.min(count - 1, Math.ceil((length - offset) / tilePx) - 1);
  const places: TilePlace[] = [];
  for (let row = first(transform.y); row <= last(transform.y, box.height, size.rows); row++) {
    for (let column = first(transform.x); column <= last(transform.x, box.width, size.columns); column++) {
      const area = tileArea(size, column, row);
      if (area) places.push({ level, column, row, ...area });
    }
  }
  const offMiddle = ({ column, row }: TilePlace) =>
    Math.hypot(
      (column + 0.5) * tilePx + transform.x - box.width / 2,
      (row + 0.5) * tilePx + transform.y - box.height / 2,
    );
  return places.sort((a, b) => offMiddle(a) - offMiddle(b));
}
