import { DEG_PER_RAD } from "../units";
import type { FrameWidth, Mover } from "./crossing";
import { opensAtM } from "./opening";

/** What somebody wants to have of a mover: where in the picture, and which moment of the exposure that is. */
export interface PressWish {
  /** Part of its way through the picture, from where it comes in, 0 to 1; "whole" for as much of it as the run can draw. */
  readonly part: number | "whole";
  /** Whether it is there as the shutter opens, or in the middle of the exposure; a whole way has its own beginning. */
  readonly moment: "opens" | "middle";
  /** A landmark on its way, metres before it comes into the picture. */
  readonly landmarkM: number;
}

/** Where a road that goes to its vanishing point is taken to begin or end, as a part of its way in the picture. */
const NEAR_VANISHING = 0.025;

/** Places in the picture between which a mover's image goes, in focal lengths from the middle, in the order of time. */
function waySeen({ focalLengthMm, sensorWidthMm }: FrameWidth, { headingDegFromPerpendicular }: Mover) {
  const edge = sensorWidthMm / 2 / focalLengthMm;
  const heading = headingDegFromPerpendicular / DEG_PER_RAD;
  const vanishing = heading === 0 ? Number.POSITIVE_INFINITY : Math.cos(heading) / Math.sin(heading);
  let [fromU, toU] = [Math.max(-edge, heading < 0 ? vanishing : -edge), Math.min(edge, heading > 0 ? vanishing : edge)];
  const length = toU - fromU;
  if (fromU === vanishing) fromU += NEAR_VANISHING * length;
  if (toU === vanishing) toU -= NEAR_VANISHING * length;
  return { fromU, toU };
}

/** When a press opens a run's first shutter, for how long, and how long after that its last one closes. */
export interface PressTiming {
  readonly firstOpensSeconds: number;
  readonly shutterSeconds: number;
  readonly spanSeconds: number;
}

/** Metres along a way, from where it passes the axis, at which a mover's image is at a place of the picture. */
function alongAt({ distanceM, headingDegFromPerpendicular }: Mover, u: number): number {
  const heading = headingDegFromPerpendicular / DEG_PER_RAD;
  return (u * distanceM) / (Math.cos(heading) - u * Math.sin(heading));
}

/**
 * How long after a mover has passed a landmark one presses, so that it is at a place of the picture as the shutter opens or in the
 * middle of the exposure, seconds; negative where the landmark is too near for the delay and the phone's lag.
 */
export function pressAfterSeconds(
  frame: FrameWidth,
  mover: Mover,
  { part, moment, landmarkM }: PressWish,
  timing: PressTiming,
): number {
  const { fromU, toU } = waySeen(frame, mover);
  const wanted =
    part === "whole"
      ? opensAtM(frame, mover, "enters", timing.spanSeconds)
      : alongAt(mover, fromU + part * (toU - fromU));
  const metres = wanted - alongAt(mover, fromU) + landmarkM;
  const isMiddle = part !== "whole" && moment === "middle";
  const before = timing.firstOpensSeconds + (isMiddle ? timing.shutterSeconds / 2 : 0);
  return metres / mover.speedMps - before;
}

/** The nearest landmark that leaves time to press so long after it, metres before the mover comes into the picture. */
export function nearestLandmarkM(
  frame: FrameWidth,
  mover: Mover,
  wish: Omit<PressWish, "landmarkM">,
  timing: PressTiming,
  handSeconds: number,
): number {
  const atEdge = pressAfterSeconds(frame, mover, { ...wish, landmarkM: 0 }, timing);
  return Math.max(0, (handSeconds - atEdge) * mover.speedMps);
}
