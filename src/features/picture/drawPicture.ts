import type { ZoomTransform } from "d3";
import type { Tile } from "@/workers/picture.worker";
import type { TilePlace } from "./tiles";

interface Size {
  readonly width: number;
  readonly height: number;
}

const CELL_PX = 7;

/** Colours of the marks. */
export interface MarkInk {
  readonly clipped: string;
  readonly crushed: string;
}

/** A small repeating tile: dots for clipped, diagonals for crushed, so that they differ without colour too. */
function pattern(kind: "dots" | "diagonals", ink: string): OffscreenCanvas {
  const cell = new OffscreenCanvas(CELL_PX, CELL_PX);
  const context = cell.getContext("2d")!;
  context.fillStyle = ink;
  context.strokeStyle = ink;
  if (kind === "dots") {
    context.beginPath();
    context.arc(CELL_PX / 2, CELL_PX / 2, 2.2, 0, 2 * Math.PI);
    context.fill();
  } else {
    context.lineWidth = 1.4;
    context.beginPath();
    for (const shift of [-CELL_PX, 0, CELL_PX]) {
      context.moveTo(shift, CELL_PX);
      context.lineTo(shift + CELL_PX, 0);
    }
    context.stroke();
  }
  return cell;
}

/** A tile and where it lies on the canvas, in its own pixels: whole ones, so that tiles meet without a seam. */
interface PlacedTile {
  readonly tile: Tile;
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}

function placed({ level, left, top, width, height }: TilePlace, tile: Tile, transform: ZoomTransform, ratio: number) {
  const across = (pixel: number) => Math.round(ratio * (transform.x + transform.k * 2 ** level * pixel));
  const down = (pixel: number) => Math.round(ratio * (transform.y + transform.k * 2 ** level * pixel));
  const [x, y] = [across(left), down(top)];
  return { tile, x, y, width: across(left + width) - x, height: down(top + height) - y };
}

/** Lays a pattern over the parts of the canvas that masks cover; the pattern keeps its size at any zoom. */
function drawMask(
  target: CanvasRenderingContext2D,
  tiles: readonly PlacedTile[],
  of: keyof MarkInk,
  ink: MarkInk,
  ratio: number,
): void {
  const { width, height } = target.canvas;
  const layer = new OffscreenCanvas(Math.max(1, width), Math.max(1, height));
  const context = layer.getContext("2d")!;
  context.imageSmoothingEnabled = false;
  for (const { tile, ...at } of tiles) {
    const mask = tile[of];
    if (mask) context.drawImage(mask, at.x, at.y, at.width, at.height);
  }
  context.setTransform(ratio, 0, 0, ratio, 0, 0);
  context.globalCompositeOperation = "source-in";
  context.fillStyle = context.createPattern(pattern(of === "clipped" ? "dots" : "diagonals", ink[of]), "repeat")!;
  context.fillRect(0, 0, width / ratio, height / ratio);
  target.drawImage(layer, 0, 0);
}

/** Draws the tiles of a picture that are there at a zoom, coarse ones under fine ones; from 1:1 on, pixels stay squares. */
export function drawPicture(
  canvas: HTMLCanvasElement,
  places: readonly (readonly [TilePlace, Tile | null])[],
  transform: ZoomTransform,
  size: Size,
  /** Null where nothing is marked. */
  ink: MarkInk | null,
): void {
  const ratio = window.devicePixelRatio || 1;
  const width = Math.round(size.width * ratio);
  const height = Math.round(size.height * ratio);
  if (canvas.width !== width || canvas.height !== height) {
    canvas.width = width;
    canvas.height = height;
    canvas.style.width = `${size.width}px`;
    canvas.style.height = `${size.height}px`;
  }
  const context = canvas.getContext("2d")!;
  context.clearRect(0, 0, width, height);
  context.imageSmoothingEnabled = transform.k * ratio < 1;
  const tiles = places.flatMap(([place, tile]) => (tile ? [placed(place, tile, transform, ratio)] : []));
  for (const { tile, ...at } of tiles) context.drawImage(tile.bitmap, at.x, at.y, at.width, at.height);
  if (!ink) return;
  for (const mark of ["clipped", "crushed"] as const) drawMask(context, tiles, mark, ink, ratio);
}
