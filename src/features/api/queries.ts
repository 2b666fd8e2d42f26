"use client";

import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useEffect } from "react";
import { z } from "zod";
import {
  jobReply,
  logReply,
  outingListReply,
  outingReply,
  phoneReply,
  runReply,
  shotDetailReply,
  siteReply,
} from "@/contracts/replies";
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

/** The phone at hand. */
export const usePhone = () =>
  useQuery({
    queryKey: ["phone"],
    queryFn: () => getJson("/api/phone", phoneReply),
    staleTime: Number.POSITIVE_INFINITY,
  });

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
