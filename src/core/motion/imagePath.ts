import { DEG_PER_RAD } from "../units";
import type { FrameWidth, Mover } from "./crossing";

/**
 * A mover's way through the picture. Places in it are in focal lengths from the middle, rising along the way; a road that
 * recedes ends at its vanishing point. A mover that comes near is one that recedes, run backwards.
 */
export interface ImagePath {
  readonly fromU: number;
  readonly toU: number;
  /** Whether it leaves the frame at both sides, so that crossing it takes a finite time. */
  readonly leavesTheFrame: boolean;
  readonly lengthMm: number;
}

/** Share of the way that counts as all of it: a road that recedes is never drawn whole. */
export const WHOLE_SHARE = 0.95;

const turned = ({ headingDegFromPerpendicular }: Mover) => Math.abs(headingDegFromPerpendicular) / DEG_PER_RAD;

/** The way of a mover's image inside of the frame, for headings between -90 and 90 degrees. */
export function imagePath({ focalLengthMm, sensorWidthMm }: FrameWidth, mover: Mover): ImagePath {
  const edge = sensorWidthMm / 2 / focalLengthMm;
  const heading = turned(mover);
  const vanishing = heading > 0 ? 1 / Math.tan(heading) : Number.POSITIVE_INFINITY;
  const leavesTheFrame = vanishing > edge;
  const toU = Math.min(edge, vanishing);
  return { fromU: -edge, toU, leavesTheFrame, lengthMm: (toU + edge) * focalLengthMm };
}

/** Metres along the way at which the image is at `u`; infinite at the vanishing point. */
function alongM(mover: Mover, u: number): number {
  const heading = turned(mover);
  const opening = Math.cos(heading) - u * Math.sin(heading);
  return opening > 1e-12 ? (u * mover.distanceM) / opening : Number.POSITIVE_INFINITY;
}

/** Where the image is, `metres` along the way from where it passes the axis. */
function imageAt(mover: Mover, metres: number): number {
  const heading = turned(mover);
  return (metres * Math.cos(heading)) / (mover.distanceM + metres * Math.sin(heading));
}

/** Distance from the camera along the axis when the image is at `u`, metres. */
export function depthAt(mover: Mover, u: number): number {
  return mover.distanceM + alongM(mover, u) * Math.sin(turned(mover));
}

/** Time in which this share of the image path is drawn from its near end, seconds; infinite for all of a receding road. */
export function secondsForShare(path: ImagePath, mover: Mover, share: number): number {
  if (!(mover.speedMps > 0)) return Number.POSITIVE_INFINITY;
  const to = path.fromU + share * (path.toU - path.fromU);
  return (alongM(mover, to) - alongM(mover, path.fromU)) / mover.speedMps;
}

/** Share of the image path that lies between two instants, seconds after the mover came into the frame. */
function shareBetween(path: ImagePath, mover: Mover, from: number, to: number): number {
  const enters = alongM(mover, path.fromU);
  const at = (seconds: number) => Math.min(path.toU, imageAt(mover, enters + mover.speedMps * seconds));
  return (at(to) - at(from)) / (path.toU - path.fromU);
}

/** How much of a way is drawn. */
export interface DrawnPath {
  /** Share of the image path that some open shutter draws, 0 to 1: gaps are not in it. */
  readonly drawn: number;
  /** Share from the first drawn point to the last, gaps counted in. */
  readonly reached: number;
  /** The largest gap, as a share of the image path. */
  readonly largestGap: number;
}

/**
 * What a run of equal frames draws of a way when it begins where `opensAtM` has it: as the mover comes into the frame, or, for one
 * that comes near, so that the last closes as it leaves it, unless that would be before it comes in.
 */
export function drawnPath(
  path: ImagePath,
  mover: Mover,
  run: { readonly frames: number; readonly shutterSeconds: number; readonly periodSeconds: number },
): DrawnPath {
  let drawn = 0;
  let reached = 0;
  let largestGap = 0;
  // Seen backwards from where it leaves: a run that is longer than its way has closed after that.
  const spanSeconds = (run.frames - 1) * run.periodSeconds + run.shutterSeconds;
  const comes = mover.headingDegFromPerpendicular < 0;
  const late = comes ? Math.max(0, spanSeconds - secondsForShare(path, mover, 1)) : 0;
  for (let index = 0; index < run.frames && reached < 1 - 1e-9; index++) {
    const opens = index * run.periodSeconds - late;
    const begins = shareBetween(path, mover, 0, Math.max(0, opens));
    if (begins >= 1 - 1e-9) break;
    const closes = shareBetween(path, mover, 0, Math.max(0, opens + run.shutterSeconds));
    largestGap = Math.max(largestGap, begins - reached);
    drawn += closes - begins;
    reached = closes;
  }
  return { drawn, reached, largestGap };
}
