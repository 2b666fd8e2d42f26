import { Box } from "@chakra-ui/react";
import { DateTime } from "luxon";
import type { ReactNode } from "react";
import { roughDuration } from "@/core/recipe";
import type { RunWithFrames } from "@/features/api/queries";
import { RefusedList } from "@/features/fusing/RefusedList";

interface RunStandingProps {
  readonly run: RunWithFrames;
  /** What it is at, in a word. */
  readonly word: string;
  /** More to be said after it. */
  readonly more?: string;
  /** What can be done about it. */
  readonly children?: ReactNode;
}

/** A clock that is off by less is nobody's concern. */
const LEAST_TOLD_SECONDS = 1;

function clockSays(aheadSeconds: number | null): string[] {
  if (aheadSeconds === null || Math.abs(aheadSeconds) < LEAST_TOLD_SECONDS) return [];
  const off = roughDuration(Math.abs(aheadSeconds));
  return [`The phone's clock is ${off} ${aheadSeconds > 0 ? "ahead" : "behind"}; times here are corrected`];
}

/** How a run stands: how many frames are here, since when its phone is out of reach, and which did not come, each with its reason. */
export function RunStanding({ run: { run, frames }, word, more = "", children }: RunStandingProps) {
  const since = run.waitingSince && DateTime.fromISO(run.waitingSince).toFormat("HH:mm");
  const says = [
    `${word}: ${frames.length} of ${run.framesWanted} frames`,
    ...(since ? [`Waiting for the phone since ${since}`] : []),
    ...(run.problem ? [run.problem] : []),
    ...clockSays(run.clockAheadSeconds),
    ...(more ? [more] : []),
  ];
  return (
    <Box color={run.state === "failed" ? "coral" : since ? "lamp" : "ash"} fontSize="note">
      <Box aria-live="polite">{says.join(". ")}</Box>
      {children}
      {run.source === "phone" && <RefusedList refused={run.refused} />}
    </Box>
  );
}
