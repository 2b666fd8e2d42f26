import { useCallback, useEffect, useState } from "react";
import { type HandFramesRequest, handFramesRequest } from "@/contracts/handFrame";
import { doneReply } from "@/contracts/replies";
import { ProblemError, sendJson } from "@/features/api/client";
import { notice } from "@/ui/Notice";

export type Tap = HandFramesRequest["frames"][number];

/** What could not be sent is tried again as often. */
const AGAIN_MS = 2000;
/** Answers that will not be otherwise the next time. */
const FOR_GOOD: readonly string[] = ["not-found", "not-by-hand", "invalid-request"];
/** As many are taken at once. */
const MOST_AT_ONCE = 500;

const keyOf = (runId: string) => `taps ${runId}`;

function kept(runId: string): readonly Tap[] {
  try {
    const found = handFramesRequest.safeParse({ frames: JSON.parse(localStorage.getItem(keyOf(runId)) ?? "[]") });
    return found.success ? found.data.frames : [];
  } catch {
    return [];
  }
}

function keep(runId: string, taps: readonly Tap[]): void {
  if (taps.length === 0) localStorage.removeItem(keyOf(runId));
  else localStorage.setItem(keyOf(runId), JSON.stringify(taps));
}

/**
 * Frames on their way into a run's log: each lies in this browser until the application has it, so that neither a reload nor a
 * server that is away loses one.
 */
export function useTaps(runId: string | null): { readonly waiting: readonly Tap[]; readonly log: (tap: Tap) => void } {
  const [waiting, setWaiting] = useState<readonly Tap[]>([]);
  const [tries, setTries] = useState(0);
  useEffect(() => setWaiting(runId === null ? [] : kept(runId)), [runId]);
  useEffect(() => {
    if (runId === null || waiting.length === 0) return;
    const frames = waiting.slice(0, MOST_AT_ONCE);
    let isCurrent = true;
    let timer: ReturnType<typeof setTimeout> | undefined;
    const sent = new Set(frames.map(({ id }) => id));
    const forget = () => {
      keep(
        runId,
        kept(runId).filter(({ id }) => !sent.has(id)),
      );
      // Also where another tap has come meanwhile: what was sent waits no more.
      setWaiting((before) => before.filter(({ id }) => !sent.has(id)));
    };
    sendJson("POST", `/api/runs/${runId}/hand-frames`, { frames } satisfies HandFramesRequest, doneReply).then(
      forget,
      (error: unknown) => {
        if (error instanceof ProblemError && FOR_GOOD.includes(error.code)) {
          notice({ tone: "wrong", text: error.message });
          forget();
        } else if (isCurrent) timer = setTimeout(() => setTries(tries + 1), AGAIN_MS);
      },
    );
    return () => {
      isCurrent = false;
      clearTimeout(timer);
    };
  }, [runId, waiting, tries]);
  const log = useCallback(
    (tap: Tap) => {
      if (runId === null) return;
      keep(runId, [...kept(runId), tap]);
      setWaiting((before) => [...before, tap]);
    },
    [runId],
  );
  return { waiting, log };
}
