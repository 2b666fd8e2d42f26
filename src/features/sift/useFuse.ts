"use client";

import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useRouter } from "next/navigation";
import { stackReply } from "@/contracts/replies";
import type { StackParameters } from "@/contracts/stack";
import { errorText, sendJson } from "@/features/api/client";
import { notice } from "@/ui/Notice";

interface Fuse {
  readonly runId: string;
  readonly frameIds: readonly string[];
  readonly parameters: StackParameters;
}

/** Has frames of a run fused, and opens the station where that is seen. */
export function useFuse(outingId: string, shotId: string) {
  const client = useQueryClient();
  const router = useRouter();
  return useMutation({
    mutationFn: ({ runId, frameIds, parameters }: Fuse) =>
      sendJson("POST", "/api/stacks", { runId, frameIds, parameters }, stackReply.shape.stack.pick({ id: true })),
    onSuccess: async () => {
      await client.invalidateQueries({ queryKey: ["shot", shotId] });
      router.push(`/outings/${outingId}/shots/${shotId}/stack`);
    },
    onError: (error) => notice({ tone: "wrong", text: errorText(error) }),
  });
}
