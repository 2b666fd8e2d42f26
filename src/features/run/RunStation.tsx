"use client";

import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { z } from "zod";
import { type RunReply, stackReply } from "@/contracts/replies";
import { parseRecipe } from "@/core/recipe";
import { errorText, sendJson } from "@/features/api/client";
import { useLiveRun, usePhone, useShot, useWatch } from "@/features/api/queries";
import { RecipeLine } from "@/features/recipe/RecipeLine";
import { useNotice } from "@/ui/Notice";
import { Station } from "@/ui/Station";
import { RunReasons } from "./RunReasons";
import { RunView } from "./RunView";

const started = z.object({ id: z.uuid() });
const anything = z.unknown();

/** Run: the recipe goes to the phone, the frames come back. */
export function RunStation({ outingId, shotId }: { readonly outingId: string; readonly shotId: string }) {
  const shot = useShot(shotId).data;
  const phone = usePhone().data;
  const client = useQueryClient();
  const router = useRouter();
  const notice = useNotice();
  const [draft, setDraft] = useState<string | null>(null);
  const [pace, setPace] = useState<"recipe" | "quick">("quick");
  const [chosenWidth, setChosenWidth] = useState<number | null>(null);
  const [startedId, setStartedId] = useState<string | null>(null);

  const phoneRuns = shot?.runs.filter(({ run }) => run.source === "phone") ?? [];
  const latest = phoneRuns[0];
  const runId = startedId ?? latest?.run.id ?? null;
  const watchedId = startedId ?? (latest?.run.state === "running" ? latest.run.id : null);
  useWatch("run", watchedId, shotId);
  const live = useLiveRun(watchedId);
  const shown: RunReply | null = live ?? phoneRuns.find(({ run }) => run.id === runId) ?? null;

  const line = shot?.shot.recipeLine ?? "";
  const { recipe, problems } = parseRecipe(draft ?? line);
  const widthPx = chosenWidth ?? phone?.widthsPx[1] ?? 0;
  const refresh = () => client.invalidateQueries({ queryKey: ["shot", shotId] });
  const wrong = (error: unknown) => notice({ tone: "wrong", text: errorText(error) });

  const save = useMutation({
    mutationFn: (text: string) => sendJson("PUT", `/api/shots/${shotId}/recipe`, { line: text }, anything),
    onSuccess: refresh,
    onError: wrong,
  });
  const start = useMutation({
    mutationFn: () => sendJson("POST", `/api/shots/${shotId}/runs`, { line: draft ?? line, widthPx, pace }, started),
    onSuccess: ({ id }) => {
      setStartedId(id);
      void refresh();
    },
    onError: wrong,
  });
  const abort = useMutation({
    mutationFn: () => sendJson("POST", `/api/runs/${runId}/abort`, {}, anything),
    onError: wrong,
  });
  const stack = useMutation({
    mutationFn: (run: RunReply) => {
      const method = parseRecipe(run.run.recipeLine).recipe.stack ?? "mean";
      const frameIds = run.frames.map(({ id }) => id);
      return sendJson(
        "POST",
        "/api/stacks",
        { runId: run.run.id, frameIds, parameters: { method } },
        stackReply.shape.stack.pick({ id: true }),
      );
    },
    onSuccess: async () => {
      await refresh();
      router.push(`/outings/${outingId}/shots/${shotId}/stack`);
    },
    onError: wrong,
  });

  return (
    <>
      <Station
        mainName="Frames"
        main={
          <RunView
            run={shown}
            recipe={recipe}
            writeSeconds={phone?.writeSeconds ?? 0}
            ready={problems.length === 0 && recipe.sequence !== null && phone !== undefined}
            busy={start.isPending || stack.isPending}
            onStart={() => start.mutate()}
            onAbort={() => abort.mutate()}
            onStack={(run) => stack.mutate(run)}
          />
        }
        reasonsName="Settings"
        reasons={
          phone && (
            <RunReasons
              recipe={recipe}
              phone={phone}
              widthPx={widthPx}
              onWidth={setChosenWidth}
              pace={pace}
              onPace={setPace}
            />
          )
        }
      />
      {shot && <RecipeLine key={shotId} line={line} onSave={(text) => save.mutate(text)} onDraft={setDraft} />}
    </>
  );
}
