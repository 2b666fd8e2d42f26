import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useEffect, useMemo, useState } from "react";
import type { HandFrameChange, HandRunRequest } from "@/contracts/handFrame";
import { doneReply, type FrameReply, runReply } from "@/contracts/replies";
import { type Camera, chosenCamera } from "@/core/camera";
import { type PlannedFrame, plannedFrames, planOfLine, type RunMoment, runMoment } from "@/core/capture";
import { errorText, sendJson } from "@/features/api/client";
import { type RunWithFrames, useFrames, useLiveRun, useShot, useWatchRun } from "@/features/api/queries";
import { notice } from "@/ui/Notice";
import { useNow } from "../useNow";
import { type Tap, useTaps } from "./useTaps";

const NO_FRAMES: readonly FrameReply[] = [];
const wrong = (error: unknown) => notice({ tone: "wrong", text: errorText(error) });

/** Between pressing Begin and the first frame: to walk to the phone. */
const LEAD_MS = 5000;

/** What is told of a run by hand to where it is kept. */
function useHandRunChanges(shotId: string, runId: string | null, onBegun: (runId: string) => void) {
  const client = useQueryClient();
  const refresh = () =>
    Promise.all([
      client.invalidateQueries({ queryKey: ["shot", shotId] }),
      // One that has ended is not followed any more.
      client.invalidateQueries({ queryKey: ["run", runId] }),
    ]);
  const begin = useMutation({
    mutationFn: (wanted: Omit<HandRunRequest, "startedAt">) =>
      sendJson(
        "POST",
        `/api/shots/${shotId}/hand-runs`,
        { ...wanted, startedAt: new Date(Date.now() + LEAD_MS).toISOString() } satisfies HandRunRequest,
        runReply,
      ),
    onSuccess: (begun) => {
      // The clock goes already: it is seen before anything else is read.
      client.setQueryData(["run", begun.run.id], begun);
      onBegun(begun.run.id);
      void refresh();
    },
    onError: wrong,
  });
  const end = useMutation({
    mutationFn: () => sendJson("POST", `/api/runs/${runId}/finish`, {}, doneReply),
    onSuccess: refresh,
    onError: wrong,
  });
  const correct = useMutation({
    mutationFn: ({ id, change }: { readonly id: string; readonly change: HandFrameChange }) =>
      sendJson("PATCH", `/api/runs/${runId}/hand-frames/${id}`, change, doneReply),
    onSuccess: refresh,
    onError: wrong,
  });
  const remove = useMutation({
    mutationFn: (id: string) => sendJson("DELETE", `/api/runs/${runId}/hand-frames/${id}`, {}, doneReply),
    onSuccess: refresh,
    onError: wrong,
  });
  return { begin, end, correct, remove };
}

interface BeatLog {
  readonly startedAtMs: number;
  readonly iso: number | null;
  readonly log: (tap: Tap) => void;
}

/** What a timer takes is logged beat by beat; beats that went by while nobody looked are made up for. @returns The next of them. */
function useMissedBeat(
  passed: readonly PlannedFrame[],
  known: readonly (number | null)[],
  { startedAtMs, iso, log }: BeatLog,
): PlannedFrame | undefined {
  const missed = passed.find(({ index }) => !known.includes(index));
  useEffect(() => {
    if (!missed) return;
    const { index, opensSeconds, nominalSeconds } = missed;
    const takenAt = new Date(startedAtMs + 1000 * opensSeconds).toISOString();
    log({ id: crypto.randomUUID(), number: index, takenAt, shutterSeconds: nominalSeconds, iso });
  }, [missed, startedAtMs, iso, log]);
  return missed;
}

/** A run by hand as it stands: its plan, where its clock is, and all that one does with it. */
export function useHandRun(shotId: string, camera: Camera | undefined) {
  const shot = useShot(shotId).data;
  const [startedId, setStartedId] = useState<string | null>(null);
  const latest = shot?.runs.find(({ run }) => run.source === "hand");
  const runId = startedId ?? latest?.run.id ?? null;
  useWatchRun(runId, shotId);
  const summary = useLiveRun(runId) ?? latest ?? null;
  const frames = useFrames(runId) ?? NO_FRAMES;
  const shown = useMemo((): RunWithFrames | null => summary && { ...summary, frames }, [summary, frames]);
  const goesOn = shown?.run.state === "running";
  const line = shown?.run.recipeLine ?? "";
  const plan = useMemo(
    () => planOfLine(line, camera ?? chosenCamera({ phones: [], clipOns: [] }, null)),
    [line, camera],
  );
  const planned = useMemo(() => (plan ? plannedFrames(plan) : []), [plan]);
  const startedAtMs = shown ? Date.parse(shown.run.createdAt) : 0;
  const now = useNow(goesOn);
  const seconds = (now - startedAtMs) / 1000;
  const moment: RunMoment | null = goesOn && planned.length > 0 ? runMoment(planned, seconds) : null;

  const { waiting: sending, log } = useTaps(runId);
  const { begin, end, correct, remove } = useHandRunChanges(shotId, runId, setStartedId);

  const valuesOf = (number: number) => ({
    shutterSeconds: planned[Math.min(number, planned.length - 1)]?.nominalSeconds ?? null,
    iso: plan?.iso ?? null,
  });
  const handFrames = shown?.handFrames ?? [];
  // One may be told of before its own answer is there.
  const logged = new Set(handFrames.map(({ id }) => id));
  const waiting = sending.filter(({ id }) => !logged.has(id));
  const count = handFrames.length + waiting.length;
  /** One frame, now, with the values of the line. */
  const tap = () =>
    log({ id: crypto.randomUUID(), number: null, takenAt: new Date().toISOString(), ...valuesOf(count) });

  const isTimed = goesOn && shown?.run.handWay === "timer";
  const numbers = [...handFrames, ...waiting].map(({ number }) => number);
  const passed = isTimed ? planned.filter(({ opensSeconds }) => opensSeconds <= seconds) : [];
  const missed = useMissedBeat(passed, numbers, { startedAtMs, iso: plan?.iso ?? null, log });
  const isThrough = isTimed && moment?.phase === "through" && !missed && waiting.length === 0;
  const finish = end.mutate;
  useEffect(() => {
    if (isThrough) finish();
  }, [isThrough, finish]);

  return {
    shown,
    plan,
    planned,
    startedAtMs,
    goesOn,
    moment,
    seconds,
    count,
    waiting,
    begin,
    end,
    correct,
    remove,
    tap,
  };
}

export type HandRun = ReturnType<typeof useHandRun>;
