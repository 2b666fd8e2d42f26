"use client";

import { useQueryClient } from "@tanstack/react-query";
import { useCallback } from "react";
import type { FrameChoice } from "@/contracts/frameFigures";
import { doneReply, type FrameReply } from "@/contracts/replies";
import { errorText, sendJson } from "@/features/api/client";
import { notice } from "@/ui/Notice";

/** What is thought of frames, by their ids. */
type Choices = readonly { readonly id: string; readonly choice: FrameChoice }[];

/** Says what one thinks of frames of a run: at once on the screen, then where it is kept; `said` can be taken back. */
export function useChoices(runId: string | null): (choices: Choices, said: string) => void {
  const client = useQueryClient();
  return useCallback(
    (choices, said) => {
      if (runId === null) return;
      const queryKey = ["frames", runId];
      const put = async (wanted: Choices): Promise<void> => {
        const byId = new Map(wanted.map(({ id, choice }) => [id, choice]));
        const show = (frames: readonly FrameReply[] | undefined) =>
          frames?.map((frame) => (byId.has(frame.id) ? { ...frame, choice: byId.get(frame.id)! } : frame));
        client.setQueryData<readonly FrameReply[]>(queryKey, show);
        try {
          await sendJson("PUT", `/api/runs/${runId}/choices`, { choices: wanted }, doneReply);
        } catch (error) {
          notice({ tone: "wrong", text: errorText(error) });
          await client.invalidateQueries({ queryKey });
        }
      };
      const wanted = new Set(choices.map(({ id }) => id));
      const before = (client.getQueryData<readonly FrameReply[]>(queryKey) ?? [])
        .filter(({ id }) => wanted.has(id))
        .map(({ id, choice }) => ({ id, choice }));
      void put(choices);
      notice({ tone: "said", text: said, undo: () => void put(before) });
    },
    [client, runId],
  );
}
