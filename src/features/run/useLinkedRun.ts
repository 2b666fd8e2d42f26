import { useMemo, useState } from "react";
import type { FrameReply } from "@/contracts/replies";
import { planOfLine } from "@/core/capture";
import {
  isUnderWay,
  type RunWithFrames,
  useFrames,
  useLiveRun,
  useShot,
  useShotCamera,
  useWatchRun,
} from "@/features/api/queries";

const NO_FRAMES: readonly FrameReply[] = [];

/** The run of a linked phone that is shown: the one that was just started, else the shot's latest, with its plan and its frames. */
export function useLinkedRun(shotId: string) {
  const shot = useShot(shotId).data;
  const camera = useShotCamera(shotId);
  const [startedId, setStartedId] = useState<string | null>(null);
  const phoneRuns = shot?.runs.filter(({ run }) => run.source === "phone") ?? [];
  const latest = phoneRuns[0];
  const runId = startedId ?? latest?.run.id ?? null;
  const watchedId = startedId ?? (latest && isUnderWay(latest.run) ? latest.run.id : null);
  useWatchRun(watchedId, shotId);
  const live = useLiveRun(watchedId);
  const summary = live ?? phoneRuns.find(({ run }) => run.id === runId) ?? null;
  const frames = useFrames(runId) ?? NO_FRAMES;
  const shown = useMemo((): RunWithFrames | null => summary && { ...summary, frames }, [summary, frames]);
  const line = shown?.run.recipeLine;
  const plan = useMemo(() => (camera && line ? planOfLine(line, camera) : null), [line, camera]);
  return { runId, shown, plan, goesOn: shown !== null && isUnderWay(shown.run), begun: setStartedId };
}
