import type { ZoomTransform } from "d3";
import type { LoadedPicture } from "@/workers/picture.worker";

interface Size {
  readonly width: number;
  readonly height: number;
}

const CELL_PX = 7;
const CORAL = "#EF6A4C";
const MIST = "#8FA8D8";

/** A small repeating tile: dots for clipped, diagonals for crushed, so that they differ without colour too. */
function tile(kind: "dots" | "diagonals"): OffscreenCanvas {
  const cell = new OffscreenCanvas(CELL_PX, CELL_PX);
  const context = cell.getContext("2d")!;
  context.fillStyle = kind === "dots" ? CORAL : MIST;
  context.strokeStyle = MIST;
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

/** Lays a pattern over the parts of the screen that a mask covers; the pattern keeps its size at any zoom. */
function drawMask(
  target: CanvasRenderingContext2D,
  mask: ImageBitmap,
  kind: "dots" | "diagonals",
  transform: ZoomTransform,
  size: Size,
  ratio: number,
): void {
  const layer = new OffscreenCanvas(Math.max(1, size.width * ratio), Math.max(1, size.height * ratio));
  const context = layer.getContext("2d")!;
  context.imageSmoothingEnabled = false;
  context.setTransform(
    ratio * transform.k * 2,
    0,
    0,
    ratio * transform.k * 2,
    ratio * transform.x,
    ratio * transform.y,
  );
  context.drawImage(mask, 0, 0);
  context.setTransform(ratio, 0, 0, ratio, 0, 0);
  context.globalCompositeOperation = "source-in";
  context.fillStyle = context.createPattern(tile(kind), "repeat")!;
  context.fillRect(0, 0, size.width, size.height);
  target.setTransform(1, 0, 0, 1, 0, 0);
  target.drawImage(layer, 0, 0);
}

/** Draws a picture at a zoom; from 1:1 on, pixels stay squares. */
export function drawPicture(
  canvas: HTMLCanvasElement,
  picture: LoadedPicture,
  transform: ZoomTransform,
  size: Size,
  marked: boolean,
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
  context.setTransform(1, 0, 0, 1, 0, 0);
  context.clearRect(0, 0, width, height);
  context.imageSmoothingEnabled = transform.k * ratio < 1;
  context.imageSmoothingQuality = "high";
  context.setTransform(ratio * transform.k, 0, 0, ratio * transform.k, ratio * transform.x, ratio * transform.y);
  context.drawImage(picture.bitmap, 0, 0);
  if (!marked) return;
  drawMask(context, picture.clipped, "dots", transform, size, ratio);
  drawMask(context, picture.crushed, "diagonals", transform, size, ratio);
}
