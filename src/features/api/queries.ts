"use client";

import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useCallback, useEffect, useMemo } from "react";
import { z } from "zod";
import { kitReply } from "@/contracts/kit";
import {
  type FrameReply,
  framesReply,
  jobReply,
  logReply,
  outingListReply,
  outingReply,
  type RunReply,
  runEvent,
  runReply,
  shotDetailReply,
  siteReply,
} from "@/contracts/replies";
import { type Camera, type CameraChoice, chosenCamera } from "@/core/camera";
import { inTakenOrder } from "@/core/picture";
import { getJson } from "./client";
import { followEvents } from "./live";

/** All outings. */
export const useOutings = () =>
  useQuery({ queryKey: ["outings"], queryFn: () => getJson("/api/outings", outingListReply) });

/** All sites by name. */
export const useSites = () =>
  useQuery({ queryKey: ["sites"], queryFn: () => getJson("/api/sites", z.array(siteReply)) });

/** One outing with site and shots; its page says itself when there is none. */
export const useOuting = (id: string) =>
  useQuery({
    queryKey: ["outing", id],
    queryFn: () => getJson(`/api/outings/${id}`, outingReply),
    throwOnError: false,
  });

/** One shot with its runs, without their frames, and its stacks. */
export const useShot = (id: string) =>
  useQuery({
    queryKey: ["shot", id],
    queryFn: () => getJson(`/api/shots/${id}`, shotDetailReply),
    throwOnError: false,
  });

/** Everything a person owns. */
export const useKit = () => useQuery({ queryKey: ["kit"], queryFn: () => getJson("/api/kit", kitReply) });

/** Finds the camera that a choice names in the kit; it gives undefined while the kit is on its way. */
export function useCameraOf(): (choice: CameraChoice | null) => Camera | undefined {
  const kit = useKit().data;
  return useCallback((choice) => (kit ? chosenCamera(kit, choice) : undefined), [kit]);
}

/** The camera that a shot is taken with; undefined while it is on its way. */
export function useShotCamera(shotId: string): Camera | undefined {
  const shot = useShot(shotId).data?.shot;
  const cameraOf = useCameraOf();
  const known = shot !== undefined;
  const choice = shot?.camera ?? null;
  return useMemo(() => (known ? cameraOf(choice) : undefined), [known, choice, cameraOf]);
}

/** The log, newest first. */
export const useLog = () => useQuery({ queryKey: ["log"], queryFn: () => getJson("/api/log", logReply), staleTime: 0 });

/** A run with its frames, in the order they were taken. */
export interface RunWithFrames extends RunReply {
  readonly frames: readonly FrameReply[];
}

const framesKey = (runId: string | null) => ["frames", runId];

/** All frames of a run, page by page. */
async function allFrames(runId: string): Promise<FrameReply[]> {
  const found: FrameReply[] = [];
  for (let more = true; more; ) {
    const after = found.at(-1)?.arrival ?? 0;
    const page = await getJson(`/api/runs/${runId}/frames?after=${after}`, framesReply);
    found.push(...page.frames);
    more = page.more;
  }
  return inTakenOrder(found);
}

/** A run's frames; undefined while they are on their way. */
export const useFrames = (runId: string | null): readonly FrameReply[] | undefined =>
  useQuery({ queryKey: framesKey(runId), queryFn: () => allFrames(runId!), enabled: runId !== null }).data;

/** Frames with those that are new among them, each once. */
function withNew(known: readonly FrameReply[] | undefined, arrived: readonly FrameReply[]): readonly FrameReply[] {
  const before = new Set(known?.map(({ id }) => id));
  const fresh = arrived.filter(({ id }) => !before.has(id));
  return fresh.length === 0 && known ? known : inTakenOrder([...(known ?? []), ...fresh]);
}

/** Whether a run has not ended yet. */
export const isUnderWay = ({ state }: Pick<RunReply["run"], "state">): boolean =>
  state === "running" || state === "paused";

/** Follows a run over server-sent events, and refreshes its shot when it has ended. */
export function useWatchRun(runId: string | null, shotId: string): void {
  const client = useQueryClient();
  useEffect(() => {
    if (!runId) return;
    const known = () => client.getQueryData<readonly FrameReply[]>(framesKey(runId));
    const last = () => Math.max(0, ...(known() ?? []).map(({ arrival }) => arrival));
    const stop = followEvents(
      () => `/api/events?topic=run&id=${runId}&after=${last()}`,
      (data) => {
        const event = runEvent.safeParse(data);
        if (!event.success) return;
        const { frames, ...summary } = event.data;
        client.setQueryData(["run", runId], summary);
        client.setQueryData(framesKey(runId), withNew(known(), frames));
        if (isUnderWay(summary.run)) return;
        stop();
        // An answer of before that is still on its way must not be the last word.
        void client.invalidateQueries({ queryKey: ["run", runId] });
        void client.invalidateQueries({ queryKey: framesKey(runId) });
        void client.invalidateQueries({ queryKey: ["shot", shotId] });
        void client.invalidateQueries({ queryKey: ["log"] });
      },
    );
    return stop;
  }, [client, runId, shotId]);
}

/** Follows a job over server-sent events, and refreshes its shot when it has ended. */
export function useWatchJob(jobId: string | null, shotId: string): void {
  const client = useQueryClient();
  useEffect(() => {
    if (!jobId) return;
    const stop = followEvents(
      () => `/api/events?topic=job&id=${jobId}`,
      (data) => {
        const job = jobReply.safeParse(data);
        if (!job.success) return;
        client.setQueryData(["job", jobId], job.data);
        if (job.data.state === "waiting" || job.data.state === "running") return;
        stop();
        void client.invalidateQueries({ queryKey: ["shot", shotId] });
        void client.invalidateQueries({ queryKey: ["log"] });
      },
    );
    return stop;
  }, [client, jobId, shotId]);
}

/** The watched run's latest state; undefined until the first event. */
export const useLiveRun = (id: string | null) =>
  useQuery({ queryKey: ["run", id], queryFn: () => getJson(`/api/runs/${id}`, runReply), enabled: id !== null }).data;

/** The watched job's latest state; undefined until the first event. */
export const useLiveJob = (id: string | null) =>
  useQuery<ReturnType<typeof jobReply.parse>>({ queryKey: ["job", id], enabled: false }).data;
