"use client";

import { useMemo } from "react";
import { type CapturePlan, plannedFrames, runMoment } from "@/core/capture";
import { counted } from "@/core/words";
import type { RunWithFrames } from "@/features/api/queries";
import { indexOfFrame } from "@/features/api/runMarks";
import { Beat } from "./Beat";
import { Clock, leftText } from "./Clock";
import { secondsInto } from "./runNow";
import { useNow } from "./useNow";

interface RunClockProps {
  readonly run: RunWithFrames;
  readonly plan: CapturePlan;
}

/** What the number of a clock is until. */
export const PHASE_WORDS = {
  waits: "opens in",
  open: "open",
  closed: "closed",
  through: "the last frame is written",
} as const;

/** The run's clock and its beat: open or closed, and how long still. */
export function RunClock({ run, plan }: RunClockProps) {
  const now = useNow();
  const frames = useMemo(() => plannedFrames(plan), [plan]);
  const taken = useMemo(() => new Set(run.frames.map(({ name }) => indexOfFrame(name))), [run.frames]);
  const seconds = secondsInto(run, frames, now);
  const moment = seconds === null ? null : runMoment(frames, seconds);
  const isCounting = moment !== null && moment.phase !== "through";
  const unknown = run.run.state === "paused" ? "held" : "as fast as it can";
  return (
    <>
      <Clock
        number={isCounting ? leftText(moment.leftSeconds) : `${run.frames.length}`}
        words={moment === null ? unknown : PHASE_WORDS[moment.phase]}
        beneath={isCounting ? `frame ${moment.frame + 1} of ${frames.length}` : `of ${counted(frames.length, "frame")}`}
        isOpen={moment?.phase === "open"}
      />
      <Beat frames={frames} seconds={seconds ?? frames[run.frames.length]?.opensSeconds ?? 0} taken={taken} />
    </>
  );
}
