"use client";

import { useMutation, useQueryClient } from "@tanstack/react-query";
import { doneReply, type StackReply, stackReply } from "@/contracts/replies";
import type { StackParameters } from "@/contracts/stack";
import { errorText, sendJson } from "@/features/api/client";
import { notice } from "@/ui/Notice";

/** A stack's frames, to be fused again. */
export interface FusedAgain {
  readonly parameters: StackParameters;
  /** Frames that are left out. */
  readonly left: ReadonlySet<string>;
}

/** Fuses a stack's frames again, and cancels a job; `onBegun` is told the stack that was begun. */
export function useFusing(shotId: string, stack: StackReply["stack"] | null, onBegun: (stackId: string) => void) {
  const client = useQueryClient();
  const onError = (error: unknown) => notice({ tone: "wrong", text: errorText(error) });
  const cancel = useMutation({
    mutationFn: (jobId: string) => sendJson("POST", `/api/jobs/${jobId}/cancel`, {}, doneReply),
    onError,
  });
  const again = useMutation({
    mutationFn: ({ parameters, left }: FusedAgain) => {
      const frameIds = stack?.inputs.map(({ frameId }) => frameId).filter((id) => !left.has(id));
      const wanted = { runId: stack?.runId, frameIds, parameters };
      return sendJson("POST", "/api/stacks", wanted, stackReply.shape.stack.pick({ id: true }));
    },
    onSuccess: async ({ id }) => {
      await client.invalidateQueries({ queryKey: ["shot", shotId] });
      onBegun(id);
    },
    onError,
  });
  return { cancel, again };
}
