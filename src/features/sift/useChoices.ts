"use client";

import { useQueryClient } from "@tanstack/react-query";
import { useCallback } from "react";
import type { FrameChoice } from "@/contracts/frameFigures";
import type { FrameReply } from "@/contracts/replies";
import { shownIn, useChange } from "@/features/api/useChange";

/** What is thought of frames, by their ids. */
type Choices = readonly { readonly id: string; readonly choice: FrameChoice }[];

/** Frames with what is thought of some of them. */
function chosen(frames: readonly FrameReply[], { choices }: { readonly choices: Choices }): readonly FrameReply[] {
  const byId = new Map(choices.map(({ id, choice }) => [id, choice]));
  return frames.map((frame) => (byId.has(frame.id) ? { ...frame, choice: byId.get(frame.id)! } : frame));
}

/** Says what one thinks of frames of a run: at once on the screen, then where it is kept; `said` can be taken back. */
export function useChoices(runId: string | null): (choices: Choices, said: string) => void {
  const client = useQueryClient();
  const change = useChange();
  return useCallback(
    (choices, said) => {
      if (runId === null) return;
      const queryKey = ["frames", runId];
      const wanted = new Set(choices.map(({ id }) => id));
      const before = (client.getQueryData<readonly FrameReply[]>(queryKey) ?? [])
        .filter(({ id }) => wanted.has(id))
        .map(({ id, choice }) => ({ id, choice }));
      const shown = [shownIn<readonly FrameReply[], { readonly choices: Choices }>(queryKey, chosen)];
      const target = { method: "PUT" as const, url: `/api/runs/${runId}/choices`, shown };
      void change(target, { part: { choices }, was: { choices: before }, said });
    },
    [client, change, runId],
  );
}
