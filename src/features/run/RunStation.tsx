"use client";

import { Box } from "@chakra-ui/react";
import { useMemo, useState } from "react";
import type { FrameReply } from "@/contracts/replies";
import { planCapture, SOME_TIME } from "@/core/capture";
import { repairOf } from "@/core/checklist";
import { parseRecipe, type Recipe } from "@/core/recipe";
import {
  isUnderWay,
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
import { Station } from "@/ui/Station";
import { CheckList } from "./CheckList";
import { RunReasons } from "./RunReasons";
import { RunView } from "./RunView";
import { TestFramePanel } from "./TestFramePanel";
import { useChecks } from "./useChecks";
import { usePhone } from "./usePhone";
import { useRunActions } from "./useRunActions";
import { testLine, useTestFrame } from "./useTestFrame";

const NO_FRAMES: readonly FrameReply[] = [];

/** Run: the recipe goes to the phone, the frames come back. */
export function RunStation({ outingId, shotId }: { readonly outingId: string; readonly shotId: string }) {
  const shot = useShot(shotId).data;
  const camera = useShotCamera(shotId);
  const kit = useKit().data;
  const change = useShotDraft();
  const { savedLine, line, recipe, problems, type, save, apply } = useShotRecipe(shotId);
  const [pace, setPace] = useState<"recipe" | "quick">("quick");
  const [chosenWidth, setChosenWidth] = useState<number | null>(null);
  const [startedId, setStartedId] = useState<string | null>(null);

  const phoneRuns = shot?.runs.filter(({ run }) => run.source === "phone") ?? [];
  const latest = phoneRuns[0];
  const runId = startedId ?? latest?.run.id ?? null;
  const watchedId = startedId ?? (latest && isUnderWay(latest.run) ? latest.run.id : null);
  useWatchRun(watchedId, shotId);
  const live = useLiveRun(watchedId);
  const summary = live ?? phoneRuns.find(({ run }) => run.id === runId) ?? null;
  const frames = useFrames(runId) ?? NO_FRAMES;
  const shown = useMemo((): RunWithFrames | null => summary && { ...summary, frames }, [summary, frames]);

  const plan = useMemo(() => (camera ? planCapture(recipe, camera, SOME_TIME) : null), [recipe, camera]);
  const widths = camera?.widthsPx ?? [];
  const widthPx = widths.find((width) => width === chosenWidth) ?? widths[1] ?? 0;
  const { phone, checked, set } = usePhone();
  const checks = useChecks(outingId, shot?.shot, plan, checked);
  const { start, tell, mark, stack, busy } = useRunActions({
    outingId,
    shotId,
    runId,
    setPhone: set.mutateAsync,
    onStarted: setStartedId,
  });
  const test = useTestFrame(shot?.shot, shotId, shown);
  const repair = repairOf(checks);
  const isFree = problems.length === 0 && !busy && !(shown && isUnderWay(shown.run));
  /** One frame of a recipe, at the smallest size there is. */
  const tryOne = (tried: Recipe) => {
    const one = testLine(tried);
    if (one) start.mutate({ line: one, widthPx: widths.at(-1) ?? widthPx, pace: "quick", repair });
  };
  const takeProposal = () => {
    if (!test) return;
    const taken = test.taken(recipe);
    apply(taken);
    tryOne(taken);
  };
  const runLine = shown?.run.recipeLine;
  const runPlan = useMemo(
    () => (camera && runLine ? planCapture(parseRecipe(runLine).recipe, camera, SOME_TIME) : null),
    [runLine, camera],
  );

  return (
    <>
      <Station
        mainName="Frames"
        main={
          <RunView
            run={shown}
            plan={shown && isUnderWay(shown.run) ? runPlan : plan}
            ready={problems.length === 0 && recipe.sequence !== null && camera !== undefined}
            busy={busy}
            starting={start.isPending}
            onStart={() => start.mutate({ line, widthPx, pace, repair })}
            onAbort={() => tell.mutate("abort")}
            onPause={() => tell.mutate("pause")}
            onResume={() => tell.mutate("resume")}
            onMark={(said) => mark.mutate(said)}
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
              <TestFramePanel
                test={test}
                canTry={isFree && recipe.sequence !== null}
                onTry={() => tryOne(recipe)}
                onTake={takeProposal}
                onExpose={() => test?.tellExpose()}
              />
              <CheckList checks={checks} phoneName={phone?.name ?? null} onRepair={(change) => set.mutate(change)} />
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
