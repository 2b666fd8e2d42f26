import { useEffect, useMemo, useState } from "react";
import type { ShotReply } from "@/contracts/replies";
import type { Camera } from "@/core/camera";
import { type CapturePlan, plannedFrames } from "@/core/capture";
import type { CheckedPhone } from "@/core/checklist";
import { intentOf } from "@/core/intent";
import { mostStarGapSeconds } from "@/core/motion";
import { type FrameMeasure, type RunWarning, type WatchedFrame, warningsOf } from "@/core/watch";
import { smallUrl } from "@/features/api/pictures";
import { isUnderWay, type RunWithFrames } from "@/features/api/queries";
import { startFold } from "@/workers/clients";
import { useLatest } from "@/workers/useLatest";
import { useWorker } from "@/workers/useWorker";
import type { Twilight } from "./useTwilight";

interface Watched {
  readonly run: RunWithFrames | null;
  /** Of the run's own line. */
  readonly plan: CapturePlan | null;
  readonly camera: Camera | undefined;
  readonly shot: ShotReply | undefined;
  readonly phone: CheckedPhone | null;
  readonly twilight: Twilight | null;
}

const NO_WARNINGS: readonly RunWarning[] = [];

/** A run's frames measured as they come, and what will spoil it while it goes on; a run that has ended keeps what its frames say. */
export function useWatch({ run, plan, camera, shot, phone, twilight }: Watched) {
  const worker = useWorker(startFold, true);
  const ask = useMemo(() => worker && ((addresses: readonly string[]) => worker.measure([...addresses])), [worker]);
  const frames = run?.frames;
  const addresses = useMemo(() => frames?.map(({ hash }) => smallUrl(hash)) ?? null, [frames]);
  const measured = useLatest(ask, addresses);
  // What was measured of another run, or before the newest frame, belongs to its own addresses.
  const [known, setKnown] = useState<ReadonlyMap<string, FrameMeasure>>(new Map());
  useEffect(() => {
    if (!measured) return;
    const found = measured.question.flatMap((address, at) => {
      const measure = measured.answer[at];
      return measure ? [[address, measure] as const] : [];
    });
    setKnown(new Map(found));
  }, [measured]);
  const goesOn = run !== null && isUnderWay(run.run);
  const watched = useMemo(
    () =>
      frames?.flatMap((frame): WatchedFrame[] => {
        const measure = known.get(smallUrl(frame.hash));
        if (!measure || frame.runIndex === null) return [];
        const takenAtMs = frame.takenAt === null ? null : Date.parse(frame.takenAt);
        const { shutterSeconds, bytes } = frame;
        return [{ index: frame.runIndex, takenAtMs, shutterSeconds, bytes, measure }];
      }) ?? [],
    [frames, known],
  );
  const warnings = useMemo(() => {
    if (!plan || !camera || !shot || watched.length === 0) return NO_WARNINGS;
    const scene = shot.scene ?? intentOf(shot.intent).scene;
    return warningsOf({
      plan,
      planned: plannedFrames(plan),
      frames: watched,
      widthPx: run?.frames[0]?.width ?? camera.lens.widthPx,
      shutterLadder: camera.shutterLadder,
      mostGapSeconds: shot.intent === "star-arcs" ? mostStarGapSeconds(camera.lens, scene.declinationDeg) : null,
      phone: goesOn ? phone : null,
      air: goesOn ? (twilight?.air ?? null) : null,
      lightAhead: goesOn ? (twilight?.changeStops ?? null) : null,
      ofStars: intentOf(shot.intent).ofStars,
    });
  }, [plan, camera, shot, watched, run, goesOn, phone, twilight]);
  return {
    warnings,
    latest: watched.at(-1)?.measure ?? null,
    mode: (shot?.scene ?? null)?.schools.metering ?? "centre",
  };
}
