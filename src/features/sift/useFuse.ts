"use client";

import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useRouter } from "next/navigation";
import { stackReply } from "@/contracts/replies";
import type { StackMethod } from "@/core/stack";
import { errorText, sendJson } from "@/features/api/client";
import { notice } from "@/ui/Notice";

interface Fuse {
  readonly runId: string;
  readonly frameIds: readonly string[];
  readonly method: StackMethod;
  readonly rawCopies: boolean;
}

/** Has frames of a run fused, and opens the station where that is seen. */
export function useFuse(outingId: string, shotId: string) {
  const client = useQueryClient();
  const router = useRouter();
  return useMutation({
    mutationFn: ({ runId, frameIds, method, rawCopies }: Fuse) =>
      sendJson(
        "POST",
        "/api/stacks",
        { runId, frameIds, parameters: { method, rawCopies } },
        stackReply.shape.stack.pick({ id: true }),
      ),
    onSuccess: async () => {
      await client.invalidateQueries({ queryKey: ["shot", shotId] });
      router.push(`/outings/${outingId}/shots/${shotId}/stack`);
    },
    onError: (error) => notice({ tone: "wrong", text: errorText(error) }),
  });
}
