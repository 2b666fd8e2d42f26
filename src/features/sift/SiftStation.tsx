"use client";

import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { stackReply } from "@/contracts/replies";
import { parseRecipe, type StackMethod } from "@/core/recipe";
import { errorText, sendJson } from "@/features/api/client";
import { useShot } from "@/features/api/queries";
import { useNotice } from "@/ui/Notice";
import { Station } from "@/ui/Station";
import { SiftReasons } from "./SiftReasons";
import { SiftView } from "./SiftView";
import { useImport } from "./useImport";

/** Sift: files in, sorted and grouped; choose which frames are fused. */
export function SiftStation({ outingId, shotId }: { readonly outingId: string; readonly shotId: string }) {
  const shot = useShot(shotId).data;
  const client = useQueryClient();
  const router = useRouter();
  const notice = useNotice();
  const imports = useImport(shotId);
  const [runId, setRunId] = useState<string | null>(null);
  const [dropped, setDropped] = useState<ReadonlySet<string>>(new Set());

  const runs = shot?.runs.filter(({ frames, run }) => frames.length > 0 || run.refused.length > 0) ?? [];
  const chosen = runs.find(({ run }) => run.id === runId) ?? runs[0] ?? null;
  const kept = chosen?.frames.filter(({ id }) => !dropped.has(id)) ?? [];

  const stack = useMutation({
    mutationFn: ({ frameIds, method }: { readonly frameIds: readonly string[]; readonly method: StackMethod }) =>
      sendJson(
        "POST",
        "/api/stacks",
        { runId: chosen?.run.id, frameIds, parameters: { method } },
        stackReply.shape.stack.pick({ id: true }),
      ),
    onSuccess: async () => {
      await client.invalidateQueries({ queryKey: ["shot", shotId] });
      router.push(`/outings/${outingId}/shots/${shotId}/stack`);
    },
    onError: (error) => notice({ tone: "wrong", text: errorText(error) }),
  });
  const toggle = (id: string) =>
    setDropped((before) => {
      const after = new Set(before);
      if (!after.delete(id)) after.add(id);
      return after;
    });

  return (
    <Station
      mainName="Frames"
      main={
        <SiftView
          run={chosen}
          dropped={dropped}
          uploads={imports.busy ? imports.uploads : []}
          onToggle={toggle}
          onFiles={(files) => {
            setRunId(null);
            void imports.send(files);
          }}
        />
      }
      reasonsName="Choice"
      reasons={
        <SiftReasons
          runs={runs}
          chosen={chosen}
          onChoose={setRunId}
          kept={kept}
          uploads={imports.uploads}
          problem={imports.problem}
          proposed={parseRecipe(chosen?.run.recipeLine ?? "").recipe.stack}
          busy={imports.busy || stack.isPending}
          onStack={(frameIds, method) => stack.mutate({ frameIds, method })}
        />
      }
    />
  );
}
