import { useMemo, useState } from "react";
import type { CameraChoice } from "@/core/camera";
import { planCapture, SOME_TIME } from "@/core/capture";
import { repairOf } from "@/core/checklist";
import { intentOf } from "@/core/intent";
import type { Recipe } from "@/core/recipe";
import { errorText } from "@/features/api/client";
import { useKit, useOuting, useShot, useShotCamera } from "@/features/api/queries";
import { useShotDraft } from "@/features/shot/useShotDraft";
import { useShotRecipe } from "@/features/shot/useShotRecipe";
import { useHandRun } from "./hand/useHandRun";
import { useChecks } from "./useChecks";
import { useLinkedRun } from "./useLinkedRun";
import { usePhone } from "./usePhone";
import { useRunActions } from "./useRunActions";
import { useRunWatch } from "./useRunWatch";
import { testLine, useTestFrame } from "./useTestFrame";
import { useTicks } from "./useTicks";

/** Who takes the frames: a phone that is linked, or somebody with any phone. */
export type Taker = "linked" | "hand";

/** Everything that the Run station shows and does. */
export function useRunStation(outingId: string, shotId: string) {
  const shot = useShot(shotId).data;
  const camera = useShotCamera(shotId);
  const kit = useKit().data;
  const change = useShotDraft();
  const recipeLine = useShotRecipe(shotId);
  const { line, recipe, problems, apply } = recipeLine;
  const [pace, setPace] = useState<"recipe" | "quick">("quick");
  const [chosenWidth, setChosenWidth] = useState<number | null>(null);
  const [chosenTaker, setTaker] = useState<Taker | null>(null);

  const linked = useLinkedRun(shotId);
  const hand = useHandRun(shotId, camera);
  const taker = chosenTaker ?? (hand.goesOn && !linked.goesOn ? "hand" : "linked");
  const plan = useMemo(() => (camera ? planCapture(recipe, camera, SOME_TIME) : null), [recipe, camera]);
  const readable = problems.length === 0 ? plan : null;
  const widths = camera?.widthsPx ?? [];
  const widthPx = widths.find((width) => width === chosenWidth) ?? widths[1] ?? 0;
  const { phone, checked, isAway, set, ask, link } = usePhone();
  const { ticked, tick } = useTicks(shot?.shot);
  const { checks, minds } = useChecks(outingId, shot?.shot, plan, taker === "linked" ? checked : null);
  const { start, tell, mark, speak, stack, busy } = useRunActions({
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
  // What is otherwise on the phone is set before a run: so long as it has not been heard, nothing begins.
  const isHeard = phone !== null || isAway;
  const isFree = problems.length === 0 && !busy && !linked.goesOn && isHeard;
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
  return {
    shotId,
    camera,
    kit,
    recipe,
    line,
    plan,
    readable,
    widthPx,
    pace,
    taker,
    intent,
    zone,
    linked,
    hand,
    phone,
    watch,
    test,
    checks,
    minds,
    ticked,
    tick,
    shot: shot?.shot,
    isUnderWay: linked.goesOn || hand.goesOn,
    isBusy: busy || !isHeard,
    isStarting: start.isPending,
    canTry: isFree && recipe.sequence !== null,
    recipeLine,
    setTaker,
    setPace,
    setWidth: setChosenWidth,
    setPhone: set.mutate,
    linkPhone: link.mutate,
    isLinking: link.isPending,
    linkProblem: link.isError ? errorText(link.error) : null,
    apply,
    changeCamera: (choice: CameraChoice) => shot && void change(shot.shot, { camera: choice }),
    start: () => start.mutate({ line, widthPx, pace, repair }),
    tryOne: () => tryOne(recipe),
    takeProposal,
    tell: tell.mutate,
    mark: mark.mutate,
    speak: speak.mutate,
    stack: stack.mutate,
  };
}

export type RunStationState = ReturnType<typeof useRunStation>;
