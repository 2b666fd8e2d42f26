import { type FrameWidth, type Mover, seenStretch } from "./crossing";

/** How a shot meets what passes: the run draws as much of its way as it can, or is released as it stands before the camera. */
export type OpensAs = "enters" | "passes";

/**
 * Where a mover is as a run's first shutter opens: metres along its way from where it passes the axis. What goes away or across has
 * just come into the frame; what comes nearer leaves it as the last shutter closes, for only near the camera does its image move. The
 * one clock of outlook, scene, rehearsal and countdown.
 *
 * @param spanSeconds From the first opening to the last closing.
 */
export function opensAtM(frame: FrameWidth, mover: Mover, opensAs: OpensAs, spanSeconds: number): number {
  if (opensAs === "passes") return 0;
  const { fromM, toM } = seenStretch(frame, mover);
  return mover.headingDegFromPerpendicular < 0 ? Math.max(fromM, toM - mover.speedMps * spanSeconds) : fromM;
}
