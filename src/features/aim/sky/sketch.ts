import { type CameraPose, type PicturePoint, pictureProjection } from "@/core/optics";
import type { SkyInk, SkyScale } from "@/ui/theme/inPage";

/** Width and height in pixels of the screen. */
export interface Size {
  readonly width: number;
  readonly height: number;
}

/** A place on the drawing, pixels from its upper left corner. */
export type Spot = readonly [x: number, y: number];

/** A drawing of what stands before the camera, in the projection of its lens; the picture is the frame in its middle. */
export interface Sketch {
  readonly context: CanvasRenderingContext2D;
  readonly size: Size;
  readonly frame: Size;
  /** Colours of the sky by the sun's altitude, and of what is drawn on it. */
  readonly colour: SkyScale;
  readonly ink: SkyInk;
  readonly pose: CameraPose;
  /** Pixels to a focal length. */
  readonly scale: number;
  /** Where a direction is drawn; null behind the camera or far outside. */
  readonly at: (altitudeDeg: number, azimuthDeg: number) => Spot | null;
}

/** Beyond so many focal lengths from the middle nothing is drawn. */
const FARTHEST = 6;

/** Prepares a drawing. @param halfWidth Half the frame's width, in focal lengths. */
export function sketchOf(
  context: CanvasRenderingContext2D,
  given: Pick<Sketch, "size" | "frame" | "pose" | "colour" | "ink"> & { readonly halfWidth: number },
): Sketch {
  const { size, frame, pose, colour, ink, halfWidth } = given;
  const scale = frame.width / 2 / halfWidth;
  const project = pictureProjection(pose);
  const toSpot = ({ right, up }: PicturePoint): Spot => [size.width / 2 + right * scale, size.height / 2 - up * scale];
  return {
    context,
    size,
    frame,
    colour,
    ink,
    pose,
    scale,
    at: (altitudeDeg, azimuthDeg) => {
      const point = project(altitudeDeg, azimuthDeg);
      return point && Math.hypot(point.right, point.up) < FARTHEST ? toSpot(point) : null;
    },
  };
}

/** Adds spots to the path that is being drawn; where one is out of sight the line breaks off. */
export function addToPath(context: CanvasRenderingContext2D, spots: readonly (Spot | null)[]): void {
  let drawing = false;
  for (const spot of spots) {
    if (!spot) drawing = false;
    else if (drawing) context.lineTo(...spot);
    else {
      context.moveTo(...spot);
      drawing = true;
    }
  }
}

/** Writes a word beside a spot, with a dark edge that keeps it legible on any sky. */
export function write({ context }: Sketch, text: string, [x, y]: Spot, colour: string): void {
  context.font = "12.5px 'Archivo Variable', sans-serif";
  context.lineWidth = 3;
  context.strokeStyle = "#000a";
  context.strokeText(text, x, y);
  context.fillStyle = colour;
  context.fillText(text, x, y);
}

/** Rings a place and names it. */
export function mark(
  sketch: Sketch,
  text: string,
  { altitudeDeg, azimuthDeg }: { readonly altitudeDeg: number; readonly azimuthDeg: number },
  colour: string,
  radius: number,
): void {
  const spot = sketch.at(altitudeDeg, azimuthDeg);
  if (!spot) return;
  const { context } = sketch;
  context.beginPath();
  context.arc(spot[0], spot[1], radius, 0, 2 * Math.PI);
  context.strokeStyle = colour;
  context.lineWidth = 1.6;
  context.stroke();
  write(sketch, text, [spot[0] + 9, spot[1] + 4], colour);
}
