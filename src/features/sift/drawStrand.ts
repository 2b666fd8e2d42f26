import type { Theme } from "@/ui/theme/themes";
import type { Thread } from "./strandGeometry";

/** A frame as it is drawn. */
export interface DrawnBead {
  readonly x: number;
  /** Null before it is measured: it stands at the foot. */
  readonly y: number | null;
  readonly isOut: boolean;
  readonly isBest: boolean;
  readonly isCurrent: boolean;
  readonly isBrushed: boolean;
  readonly thumbnail: HTMLImageElement | null;
}

interface Drawing {
  readonly width: number;
  readonly height: number;
  readonly roles: Theme["roles"];
  readonly beads: readonly DrawnBead[];
  /** What belongs together, joined by a line. */
  readonly threads: readonly Thread[];
  /** Pixels between two frames: far apart they are pictures, close together ticks. */
  readonly spacingPx: number;
  /** Where the usual value lies; null where nothing is measured. */
  readonly usualY: number | null;
}

/** Frames that stand so far apart are shown as pictures. */
export const PICTURE_FROM_PX = 46;
const DOT_FROM_PX = 5;
const PICTURE_PX = { width: 42, height: 31 } as const;
const FOOT_PX = 20;

function drawPicture(context: CanvasRenderingContext2D, bead: DrawnBead, y: number, roles: Theme["roles"]): void {
  const { width, height } = PICTURE_PX;
  const [left, top] = [bead.x - width / 2, y - height / 2];
  context.globalAlpha = bead.isOut ? 0.3 : 1;
  if (bead.thumbnail) context.drawImage(bead.thumbnail, left, top, width, height);
  else {
    context.fillStyle = roles.line;
    context.fillRect(left, top, width, height);
  }
  context.globalAlpha = 1;
  context.strokeStyle = bead.isCurrent ? roles.lamp : bead.isBrushed ? roles.mist : roles.line;
  context.lineWidth = bead.isCurrent ? 2 : 1;
  context.strokeRect(left, top, width, height);
}

/** A frame that is left out is a ring, the best a diamond, all others dots; colour alone tells nothing. */
function drawMark(context: CanvasRenderingContext2D, bead: DrawnBead, y: number, radius: number): void {
  context.beginPath();
  if (bead.isBest) {
    const reach = radius + 2.5;
    context.moveTo(bead.x, y - reach);
    context.lineTo(bead.x + reach, y);
    context.lineTo(bead.x, y + reach);
    context.lineTo(bead.x - reach, y);
    context.closePath();
    context.fill();
  } else {
    context.arc(bead.x, y, radius, 0, 2 * Math.PI);
    if (bead.isOut) context.stroke();
    else context.fill();
  }
}

/** Lines through what belongs together: whole ones through sequences and brackets, broken ones from try to try. */
function drawThreads(context: CanvasRenderingContext2D, { beads, threads, roles }: Drawing): void {
  context.strokeStyle = roles.ash;
  context.lineWidth = 1;
  context.globalAlpha = 0.5;
  for (const { beads: indexes, isTries } of threads) {
    context.setLineDash(isTries ? [3, 4] : []);
    context.beginPath();
    let isDrawing = false;
    for (const index of indexes) {
      const { x, y } = beads[index]!;
      if (y === null) isDrawing = false;
      else if (isDrawing) context.lineTo(x, y);
      else {
        context.moveTo(x, y);
        isDrawing = true;
      }
    }
    context.stroke();
  }
  context.setLineDash([]);
  context.globalAlpha = 1;
}

/** Draws the strand: each frame at its instant and its measure. */
export function drawStrand(context: CanvasRenderingContext2D, drawing: Drawing): void {
  const { width, height, roles, beads, spacingPx, usualY } = drawing;
  context.clearRect(0, 0, width, height);
  if (usualY !== null) {
    context.strokeStyle = roles.line;
    context.lineWidth = 1;
    context.beginPath();
    context.moveTo(0, usualY);
    context.lineTo(width, usualY);
    context.stroke();
  }
  drawThreads(context, drawing);
  const foot = height - FOOT_PX / 2;
  const isFar = spacingPx < DOT_FROM_PX;
  for (const bead of beads) {
    if (bead.x < -PICTURE_PX.width || bead.x > width + PICTURE_PX.width) continue;
    const y = bead.y ?? foot;
    const colour = bead.isCurrent ? roles.lamp : bead.isBrushed ? roles.mist : bead.isOut ? roles.coral : roles.bone;
    context.fillStyle = colour;
    context.strokeStyle = colour;
    context.lineWidth = 1.4;
    if (spacingPx >= PICTURE_FROM_PX && bead.y !== null) drawPicture(context, bead, y, roles);
    else if (isFar && !bead.isBest && !bead.isCurrent) context.fillRect(bead.x - 0.5, y - 4, 1.2, 8);
    else drawMark(context, bead, y, bead.isCurrent ? 4.5 : 3);
    if (bead.isBest && spacingPx >= PICTURE_FROM_PX) drawMark(context, bead, y + PICTURE_PX.height / 2 + 6, 2);
  }
  const current = beads.find(({ isCurrent }) => isCurrent);
  if (!current) return;
  context.strokeStyle = roles.lamp;
  context.globalAlpha = 0.5;
  context.lineWidth = 1;
  context.beginPath();
  context.moveTo(current.x, 0);
  context.lineTo(current.x, height);
  context.stroke();
  context.globalAlpha = 1;
}
