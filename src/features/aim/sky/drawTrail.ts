import { type Mover, pathDirection, seenStretch } from "@/core/motion";
import { addToPath, type Sketch, type Spot, write } from "./sketch";

/** A usual tripod, and where lamps are on what passes, metres over the ground. */
const CAMERA_HEIGHT_M = 1.5;
const TRAIL_HEIGHT_M = 0.8;
const PIECES = 40;

/** Draws the trail that what passes leaves while the shutter is open, from the frame's left edge, and the rest of the way dashed. */
export function drawTrail(sketch: Sketch, mover: Mover, spanSeconds: number): void {
  const { context, frame, scale, pose, at } = sketch;
  const { fromM, toM } = seenStretch({ focalLengthMm: scale, sensorWidthMm: frame.width }, mover);
  if (!Number.isFinite(fromM) || !Number.isFinite(toM)) return;
  const endM = Math.min(toM, fromM + mover.speedMps * spanSeconds);
  const whole = endM >= toM;
  const stretch = (beginM: number, lastM: number): (Spot | null)[] =>
    Array.from({ length: PIECES + 1 }, (_, piece) => {
      const alongM = beginM + ((lastM - beginM) * piece) / PIECES;
      const { awayDeg, altitudeDeg } = pathDirection(mover, alongM, TRAIL_HEIGHT_M - CAMERA_HEIGHT_M);
      return at(altitudeDeg, pose.azimuthDeg + awayDeg);
    });
  const drawn = stretch(fromM, endM);
  context.strokeStyle = whole ? sketch.ink.moss : sketch.ink.coral;
  context.lineWidth = 2.5;
  context.beginPath();
  addToPath(context, drawn);
  context.stroke();
  context.lineWidth = 1.2;
  context.setLineDash([5, 5]);
  context.beginPath();
  addToPath(context, stretch(endM, toM));
  context.stroke();
  context.setLineDash([]);
  const middle = drawn[PIECES / 2];
  if (middle)
    write(
      sketch,
      whole ? "across the whole frame" : "as far as this line goes",
      [middle[0] - 60, middle[1] - 7],
      whole ? sketch.ink.moss : sketch.ink.coral,
    );
}
