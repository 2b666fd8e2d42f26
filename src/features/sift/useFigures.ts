"use client";

import { useQuery, useQueryClient } from "@tanstack/react-query";
import { type FrameFigures, figuresReply, type PlannedFrame } from "@/contracts/frameFigures";
import { getJson } from "@/features/api/client";

/** What is measured of a run's frames so far. */
export interface RunFigures {
  readonly byId: ReadonlyMap<string, FrameFigures>;
  /** What the plan said of those whose settings are known. */
  readonly planned: ReadonlyMap<string, PlannedFrame>;
  /** Frames that are still to be measured, and for how long; null before anybody knows. */
  readonly left: number;
  readonly secondsLeft: number | null;
  readonly until: string | null;
}

const NOTHING: RunFigures = { byId: new Map(), planned: new Map(), left: 0, secondsLeft: null, until: null };
/** While frames are measured it is asked how far that is. */
const ASK_EVERY_MS = 1500;

/** Asks for what is new, page by page. */
async function withNew(runId: string, known: RunFigures): Promise<RunFigures> {
  const byId = new Map(known.byId);
  const planned = new Map(known.planned);
  let { until } = known;
  for (;;) {
    const since = until === null ? "" : `?since=${encodeURIComponent(until)}`;
    const reply = await getJson(`/api/runs/${runId}/figures${since}`, figuresReply);
    for (const { id, figures, planned: wanted } of reply.figures) {
      byId.set(id, figures);
      if (wanted) planned.set(id, wanted);
    }
    until = reply.until;
    if (!reply.more) return { byId, planned, left: reply.left, secondsLeft: reply.secondsLeft, until };
  }
}

/**
 * The figures of a run's frames; they come as they are measured.
 *
 * @param frameCount How many frames it has: with new ones there is more to be measured.
 */
export function useFigures(runId: string | null, frameCount: number): RunFigures {
  const client = useQueryClient();
  const queryKey = ["figures", runId, frameCount];
  const { data } = useQuery({
    queryKey,
    queryFn: () => withNew(runId!, client.getQueryData<RunFigures>(queryKey) ?? NOTHING),
    enabled: runId !== null && frameCount > 0,
    staleTime: 0,
    refetchInterval: ({ state }) => (state.data && state.data.left === 0 ? false : ASK_EVERY_MS),
    placeholderData: (before) => before,
  });
  return data ?? NOTHING;
}
