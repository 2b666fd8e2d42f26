"use client";

import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useRouter } from "next/navigation";
import { useCallback, useMemo, useState } from "react";
import { type FrameReply, stackReply } from "@/contracts/replies";
import { parseRecipe } from "@/core/recipe";
import type { StackMethod } from "@/core/stack";
import { errorText, sendJson } from "@/features/api/client";
import { useFrames, useShot } from "@/features/api/queries";
import { spoiledFrames } from "@/features/api/runMarks";
import { notice } from "@/ui/Notice";
import { Station } from "@/ui/Station";
import { SiftReasons } from "./SiftReasons";
import { SiftView } from "./SiftView";
import { useImport } from "./useImport";

const NO_FRAMES: readonly FrameReply[] = [];
const NOBODY: ReadonlySet<string> = new Set();

/** Sift: files in, sorted and grouped; choose which frames are fused. */
export function SiftStation({ outingId, shotId }: { readonly outingId: string; readonly shotId: string }) {
  const shot = useShot(shotId).data;
  const client = useQueryClient();
  const router = useRouter();
  const imports = useImport(shotId);
  const [runId, setRunId] = useState<string | null>(null);
  /** Frames about which the person thinks otherwise than we propose. */
  const [turned, setTurned] = useState<ReadonlySet<string>>(new Set());

  const runs = shot?.runs.filter(({ frameCount, run }) => frameCount > 0 || run.refused.length > 0) ?? [];
  const summary = runs.find(({ run }) => run.id === runId) ?? runs[0] ?? null;
  const frames = useFrames(summary?.run.id ?? null) ?? NO_FRAMES;
  const chosen = useMemo(() => summary && { ...summary, frames }, [summary, frames]);
  const spoiled = useMemo(() => (chosen ? spoiledFrames(chosen) : NOBODY), [chosen]);
  // What is damaged, or was said to be spoiled while it was taken, is left out until somebody takes it in.
  const isDoubtful = ({ id, warning }: FrameReply) => warning !== null || spoiled.has(id);
  const kept = frames.filter((frame) => isDoubtful(frame) === turned.has(frame.id));
  const keptIds = new Set(kept.map(({ id }) => id));
  const dropped = new Set(frames.flatMap(({ id }) => (keptIds.has(id) ? [] : [id])));

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
  const toggle = useCallback(
    (id: string) =>
      setTurned((before) => {
        const after = new Set(before);
        if (!after.delete(id)) after.add(id);
        return after;
      }),
    [],
  );

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
