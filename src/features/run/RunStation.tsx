"use client";

import { Box, Flex } from "@chakra-ui/react";
import { useMemo, useState } from "react";
import { planCapture, SOME_TIME } from "@/core/capture";
import { repairOf } from "@/core/checklist";
import { intentOf } from "@/core/intent";
import type { Recipe } from "@/core/recipe";
import { useKit, useOuting, useShot, useShotCamera } from "@/features/api/queries";
import { RecipeLine } from "@/features/recipe/RecipeLine";
import { CameraBar } from "@/features/shot/CameraBar";
import { useShotDraft } from "@/features/shot/useShotDraft";
import { useShotRecipe } from "@/features/shot/useShotRecipe";
import { OneOf } from "@/ui/OneOf";
import { Station } from "@/ui/Station";
import { CAUTIONS_READ, Cautions } from "./Cautions";
import { CheckList } from "./CheckList";
import { HandReasons } from "./hand/HandReasons";
import { HandView } from "./hand/HandView";
import { useHandRun } from "./hand/useHandRun";
import { RunReasons } from "./RunReasons";
import { RunView } from "./RunView";
import { TestFramePanel } from "./TestFramePanel";
import { TwilightReasons } from "./TwilightReasons";
import { useChecks } from "./useChecks";
import { useLinkedRun } from "./useLinkedRun";
import { usePhone } from "./usePhone";
import { useRunActions } from "./useRunActions";
import { useRunWatch } from "./useRunWatch";
import { testLine, useTestFrame } from "./useTestFrame";
import { useTicks } from "./useTicks";

const TAKERS = [
  { value: "linked", name: "The linked phone" },
  { value: "hand", name: "By hand, with any phone" },
] as const;

/** Run: the recipe goes to the phone and the frames come back, or somebody takes them by the clock and logs them. */
export function RunStation({ outingId, shotId }: { readonly outingId: string; readonly shotId: string }) {
  const shot = useShot(shotId).data;
  const camera = useShotCamera(shotId);
  const kit = useKit().data;
  const change = useShotDraft();
  const { savedLine, line, recipe, problems, type, save, apply } = useShotRecipe(shotId);
  const [pace, setPace] = useState<"recipe" | "quick">("quick");
  const [chosenWidth, setChosenWidth] = useState<number | null>(null);
  const [chosenTaker, setTaker] = useState<"linked" | "hand" | null>(null);

  const linked = useLinkedRun(shotId);
  const hand = useHandRun(shotId, camera);
  const taker = chosenTaker ?? (hand.goesOn ? "hand" : "linked");
  const plan = useMemo(() => (camera ? planCapture(recipe, camera, SOME_TIME) : null), [recipe, camera]);
  const readable = problems.length === 0 ? plan : null;
  const widths = camera?.widthsPx ?? [];
  const widthPx = widths.find((width) => width === chosenWidth) ?? widths[1] ?? 0;
  const { phone, checked, set, ask } = usePhone();
  const { ticked, tick } = useTicks(shot?.shot);
  const { checks, minds } = useChecks(outingId, shot?.shot, plan, taker === "linked" ? checked : null);
  const { start, tell, mark, stack, busy } = useRunActions({
    outingId,
    shotId,
    runId: linked.runId,
    setPhone: set.mutateAsync,
    onStarted: linked.begun,
  });
  const intent = shot && intentOf(shot.shot.intent);
  const watch = useRunWatch({ shot: shot?.shot, camera, linked, plan, phone: checked, askPhone: ask });
  const zone = useOuting(outingId).data?.site?.zone ?? "local";
  const test = useTestFrame(shot?.shot, shotId, linked.shown);
  const repair = repairOf(checks);
  const isFree = problems.length === 0 && !busy && !linked.goesOn;
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

  const linkedView = (
    <RunView
      shotId={shotId}
      run={linked.shown}
      plan={linked.goesOn ? linked.plan : plan}
      ready={readable !== null}
      busy={busy}
      starting={start.isPending}
      onStart={() => start.mutate({ line, widthPx, pace, repair })}
      onAbort={() => tell.mutate("abort")}
      onPause={() => tell.mutate("pause")}
      onResume={() => tell.mutate("resume")}
      onMark={(said) => mark.mutate(said)}
      onStack={(run) => stack.mutate(run)}
      warnings={watch.warnings}
      measured={watch.measured}
    />
  );
  return (
    <>
      <Station
        mainName="Frames"
        main={
          <Flex direction="column" flex="1" minH="0">
            {!linked.goesOn && !hand.goesOn && (
              <Box px="16px" pt="8px">
                <OneOf label="Who takes the frames" labelHidden options={TAKERS} value={taker} onChange={setTaker} />
              </Box>
            )}
            {!linked.goesOn && !hand.goesOn && shot && !ticked.includes(CAUTIONS_READ) && (
              <Cautions minds={minds} onRead={() => tick(CAUTIONS_READ, true)} />
            )}
            {taker === "linked" ? (
              linkedView
            ) : (
              <HandView
                hand={hand}
                line={line}
                plan={readable}
                camera={camera}
                mover={shot?.shot.scene?.mover ?? intent?.scene.mover ?? null}
                inTheMiddle={intent?.release === "at-once"}
              />
            )}
          </Flex>
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
              {taker === "linked" ? (
                <TestFramePanel
                  test={test}
                  canTry={isFree && recipe.sequence !== null}
                  onTry={() => tryOne(recipe)}
                  onTake={takeProposal}
                  onExpose={() => test?.tellExpose()}
                />
              ) : (
                <HandReasons shotId={shotId} run={hand.shown} goesOn={hand.goesOn} />
              )}
              {watch.twilight && plan && (
                <TwilightReasons
                  twilight={watch.twilight}
                  plan={plan}
                  zone={zone}
                  onRamp={(rampStops) => apply({ ...recipe, rampStops })}
                />
              )}
              <CheckList
                checks={checks}
                ticked={ticked}
                onTick={tick}
                {...(taker === "linked" && { phoneName: phone?.name ?? null })}
                onRepair={(change) => set.mutate(change)}
              />
              <RunReasons
                plan={plan}
                camera={camera}
                widthPx={widthPx}
                onWidth={setChosenWidth}
                pace={pace}
                onPace={setPace}
                isLinked={taker === "linked"}
              />
            </>
          )
        }
      />
      {shot && <RecipeLine key={shotId} line={savedLine} onSave={save} onDraft={type} />}
    </>
  );
}
