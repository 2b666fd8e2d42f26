import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useRouter } from "next/navigation";
import { z } from "zod";
import { doneReply, stackReply } from "@/contracts/replies";
import type { MarkRequest } from "@/contracts/runMark";
import { parametersOf } from "@/contracts/stack";
import type { CheckedSettings } from "@/core/checklist";
import { parseRecipe } from "@/core/recipe";
import { errorText, sendBytes, sendJson } from "@/features/api/client";
import type { RunWithFrames } from "@/features/api/queries";
import { notice } from "@/ui/Notice";

const started = z.object({ id: z.uuid() });

/** What is asked of a phone when a run begins. */
export interface WantedRun {
  readonly line: string;
  readonly widthPx: number;
  readonly pace: "recipe" | "quick";
  /** What is set before it, where the phone says that it is otherwise. */
  readonly repair: Partial<CheckedSettings>;
}

interface RunActions {
  readonly outingId: string;
  readonly shotId: string;
  readonly runId: string | null;
  readonly setPhone: (change: Partial<CheckedSettings>) => Promise<unknown>;
  readonly onStarted: (id: string) => void;
}

const wrong = (error: unknown) => notice({ tone: "wrong", text: errorText(error) });

/** Everything that one does with a run: begin, hold, go on, stop, fuse. */
export function useRunActions({ outingId, shotId, runId, setPhone, onStarted }: RunActions) {
  const client = useQueryClient();
  const router = useRouter();
  const refresh = () => client.invalidateQueries({ queryKey: ["shot", shotId] });
  const start = useMutation({
    mutationFn: async ({ repair, ...wanted }: WantedRun) => {
      if (Object.keys(repair).length > 0) await setPhone(repair);
      return sendJson("POST", `/api/shots/${shotId}/runs`, wanted, started);
    },
    onSuccess: ({ id }) => {
      onStarted(id);
      void refresh();
    },
    onError: wrong,
  });
  const tell = useMutation({
    mutationFn: (what: "abort" | "pause" | "resume") => sendJson("POST", `/api/runs/${runId}/${what}`, {}, doneReply),
    onError: wrong,
  });
  const fetchLeft = useMutation({
    mutationFn: (id: string) => sendJson("POST", `/api/runs/${id}/fetch`, {}, doneReply),
    onSuccess: refresh,
    onError: wrong,
  });
  const mark = useMutation({
    mutationFn: (said: MarkRequest) => sendJson("POST", `/api/runs/${runId}/marks`, said, started),
    onSuccess: ({ id }, { kind, frame }) =>
      notice({
        tone: "said",
        text: kind === "note" ? `Noted beside frame ${frame + 1}.` : `Frame ${frame + 1} is left out: ${kind}.`,
        undo: () => void sendJson("DELETE", `/api/runs/${runId}/marks/${id}`, {}, doneReply).catch(wrong),
      }),
    onError: wrong,
  });
  const speak = useMutation({
    mutationFn: ({
      sound,
      seconds,
      frame,
    }: {
      readonly sound: Blob;
      readonly seconds: number;
      readonly frame: number;
    }) => sendBytes(`/api/runs/${runId}/marks/spoken?frame=${frame}&seconds=${seconds.toFixed(1)}`, sound, started),
    onSuccess: ({ id }, { frame }) =>
      notice({
        tone: "said",
        text: `Kept beside frame ${frame + 1}.`,
        undo: () => void sendJson("DELETE", `/api/runs/${runId}/marks/${id}`, {}, doneReply).catch(wrong),
      }),
    onError: wrong,
  });
  const stack = useMutation({
    mutationFn: (run: RunWithFrames) => {
      const parameters = parametersOf(parseRecipe(run.run.recipeLine).recipe);
      const frameIds = run.frames.map(({ id }) => id);
      return sendJson(
        "POST",
        "/api/stacks",
        { runId: run.run.id, frameIds, parameters },
        stackReply.shape.stack.pick({ id: true }),
      );
    },
    onSuccess: async () => {
      await refresh();
      router.push(`/outings/${outingId}/shots/${shotId}/stack`);
    },
    onError: wrong,
  });
  const busy = start.isPending || stack.isPending || fetchLeft.isPending;
  return { start, tell, fetchLeft, mark, speak, stack, busy };
}
