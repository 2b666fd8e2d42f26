"use client";

import { Box } from "@chakra-ui/react";
import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useRouter } from "next/navigation";
import { useMemo, useState } from "react";
import { z } from "zod";
import { type FrameReply, stackReply } from "@/contracts/replies";
import { planCapture, SOME_TIME } from "@/core/capture";
import { parseRecipe } from "@/core/recipe";
import { errorText, sendJson } from "@/features/api/client";
import {
  type RunWithFrames,
  useFrames,
  useKit,
  useLiveRun,
  useShot,
  useShotCamera,
  useWatchRun,
} from "@/features/api/queries";
import { RecipeLine } from "@/features/recipe/RecipeLine";
import { CameraBar } from "@/features/shot/CameraBar";
import { useShotDraft } from "@/features/shot/useShotDraft";
import { useShotRecipe } from "@/features/shot/useShotRecipe";
import { notice } from "@/ui/Notice";
import { Station } from "@/ui/Station";
import { RunReasons } from "./RunReasons";
import { RunView } from "./RunView";

const started = z.object({ id: z.uuid() });
const anything = z.unknown();
const NO_FRAMES: readonly FrameReply[] = [];

/** Run: the recipe goes to the phone, the frames come back. */
export function RunStation({ outingId, shotId }: { readonly outingId: string; readonly shotId: string }) {
  const shot = useShot(shotId).data;
  const camera = useShotCamera(shotId);
  const kit = useKit().data;
  const change = useShotDraft();
  const { savedLine, line, recipe, problems, type, save } = useShotRecipe(shotId);
  const client = useQueryClient();
  const router = useRouter();
  const [pace, setPace] = useState<"recipe" | "quick">("quick");
  const [chosenWidth, setChosenWidth] = useState<number | null>(null);
  const [startedId, setStartedId] = useState<string | null>(null);

  const phoneRuns = shot?.runs.filter(({ run }) => run.source === "phone") ?? [];
  const latest = phoneRuns[0];
  const runId = startedId ?? latest?.run.id ?? null;
  const watchedId = startedId ?? (latest?.run.state === "running" ? latest.run.id : null);
  useWatchRun(watchedId, shotId);
  const live = useLiveRun(watchedId);
  const summary = live ?? phoneRuns.find(({ run }) => run.id === runId) ?? null;
  const frames = useFrames(runId) ?? NO_FRAMES;
  const shown = useMemo((): RunWithFrames | null => summary && { ...summary, frames }, [summary, frames]);

  const plan = useMemo(() => (camera ? planCapture(recipe, camera, SOME_TIME) : null), [recipe, camera]);
  const widths = camera?.widthsPx ?? [];
  const widthPx = widths.find((width) => width === chosenWidth) ?? widths[1] ?? 0;
  const refresh = () => client.invalidateQueries({ queryKey: ["shot", shotId] });
  const wrong = (error: unknown) => notice({ tone: "wrong", text: errorText(error) });

  const start = useMutation({
    mutationFn: () => sendJson("POST", `/api/shots/${shotId}/runs`, { line, widthPx, pace }, started),
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
    mutationFn: (run: RunWithFrames) => {
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
            plan={plan}
            ready={problems.length === 0 && recipe.sequence !== null && camera !== undefined}
            busy={start.isPending || stack.isPending}
            onStart={() => start.mutate()}
            onAbort={() => abort.mutate()}
            onStack={(run) => stack.mutate(run)}
          />
        }
        reasonsName="Settings"
        reasons={
          camera &&
          kit && (
            <>
              <Box pt="12px" pb="10px">
                <CameraBar
                  kit={kit}
                  camera={camera}
                  onChoose={(choice) => shot && void change(shot.shot, { camera: choice })}
                />
              </Box>
              <RunReasons
                plan={plan}
                camera={camera}
                widthPx={widthPx}
                onWidth={setChosenWidth}
                pace={pace}
                onPace={setPace}
              />
            </>
          )
        }
      />
      {shot && <RecipeLine key={shotId} line={savedLine} onSave={save} onDraft={type} />}
    </>
  );
}
