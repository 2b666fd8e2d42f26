import type { FrameReply, RunReply } from "@/contracts/replies";
import { handMatchOf } from "@/features/api/runMarks";

/** A run by hand whose frames some files are. */
export interface Tie {
  readonly run: RunReply;
  readonly matched: number;
  /** The files' clock less that of the log, seconds. */
  readonly offsetSeconds: number;
}

/** So many frames, and this part of the fewer of both, have to fit: a few fit anything. */
const LEAST_MATCHED = 3;
const LEAST_SHARE = 0.6;

/** Runs by hand that were logged of the very frames that a batch of files holds, whatever the clocks say. */
export function tiesOf(chosen: RunReply | null, frames: readonly FrameReply[], runs: readonly RunReply[]): Tie[] {
  if (chosen?.run.source !== "files") return [];
  return runs.flatMap((run) => {
    if (run.run.source !== "hand") return [];
    const { matched, offsetSeconds } = handMatchOf(run.handFrames, frames);
    const least = Math.max(LEAST_MATCHED, LEAST_SHARE * Math.min(run.handFrames.length, frames.length));
    return offsetSeconds !== null && matched.length >= least ? [{ run, matched: matched.length, offsetSeconds }] : [];
  });
}
