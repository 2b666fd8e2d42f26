"use client";

import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useCallback, useEffect, useMemo } from "react";
import { z } from "zod";
import { kitReply } from "@/contracts/kit";
import {
  jobReply,
  logReply,
  outingListReply,
  outingReply,
  runReply,
  shotDetailReply,
  siteReply,
} from "@/contracts/replies";
import { type Camera, type CameraChoice, chosenCamera } from "@/core/camera";
import { getJson } from "./client";

/** All outings. */
export const useOutings = () =>
  useQuery({ queryKey: ["outings"], queryFn: () => getJson("/api/outings", outingListReply) });

/** All sites by name. */
export const useSites = () =>
  useQuery({ queryKey: ["sites"], queryFn: () => getJson("/api/sites", z.array(siteReply)) });

/** One outing with site and shots. */
export const useOuting = (id: string) =>
  useQuery({ queryKey: ["outing", id], queryFn: () => getJson(`/api/outings/${id}`, outingReply) });

/** One shot with its runs and stacks. */
export const useShot = (id: string) =>
  useQuery({ queryKey: ["shot", id], queryFn: () => getJson(`/api/shots/${id}`, shotDetailReply) });

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

const REPLIES = { job: jobReply, run: runReply } as const;

/** Follows a job or run over server-sent events, and refreshes the shot when it has changed. */
export function useWatch(topic: "job" | "run", id: string | null, shotId: string): void {
  const client = useQueryClient();
  useEffect(() => {
    if (!id) return;
    const source = new EventSource(`/api/events?topic=${topic}&id=${id}`);
    source.onmessage = ({ data }) => {
      const state = REPLIES[topic].safeParse(JSON.parse(String(data)));
      if (!state.success) return;
      client.setQueryData([topic, id], state.data);
      const ended =
        "run" in state.data ? state.data.run.state !== "running" : !["waiting", "running"].includes(state.data.state);
      if (ended) {
        source.close();
        void client.invalidateQueries({ queryKey: ["shot", shotId] });
        void client.invalidateQueries({ queryKey: ["log"] });
      }
    };
    return () => source.close();
  }, [client, topic, id, shotId]);
}

/** The watched run's latest state; undefined until the first event. */
export const useLiveRun = (id: string | null) =>
  useQuery({ queryKey: ["run", id], queryFn: () => getJson(`/api/runs/${id}`, runReply), enabled: id !== null }).data;

/** The watched job's latest state; undefined until the first event. */
export const useLiveJob = (id: string | null) =>
  useQuery<ReturnType<typeof jobReply.parse>>({ queryKey: ["job", id], enabled: false }).data;
