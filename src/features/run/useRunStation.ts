import { useState } from "react";
import type { Camera, CameraChoice } from "@/core/camera";
import { planOfLine } from "@/core/capture";
import { repairOf } from "@/core/checklist";
import type { Recipe } from "@/core/recipe";
import { errorText } from "@/features/api/client";
import { useKit, useOuting, useShot, useShotCamera } from "@/features/api/queries";
import { useShotChange } from "@/features/shot/useShotChange";
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

/** How the linked phone takes the line: the size of its frames, and at the recipe's pace or as fast as it can. */
function usePhoneSettings(camera: Camera | undefined) {
  const [pace, setPace] = useState<"recipe" | "quick">("quick");
  const [chosenWidth, setWidth] = useState<number | null>(null);
  const widths = camera?.widthsPx ?? [];
  const widthPx = widths.find((width) => width === chosenWidth) ?? widths[1] ?? 0;
  return { pace, setPace, widthPx, setWidth, leastWidthPx: widths.at(-1) ?? widthPx };
}

/** Everything that the Run station shows and does. */
export function useRunStation(outingId: string, shotId: string) {
  const shot = useShot(shotId).data?.shot;
  const camera = useShotCamera(shotId);
  const kit = useKit().data;
  const change = useShotChange();
  const recipeLine = useShotRecipe(shotId);
  const { line, recipe, problems, apply } = recipeLine;
  const settings = usePhoneSettings(camera);
  const [chosenTaker, setTaker] = useState<Taker | null>(null);
  const linked = useLinkedRun(shotId);
  const hand = useHandRun(shotId, camera);
  const taker = chosenTaker ?? (hand.goesOn && !linked.goesOn ? "hand" : "linked");
  const plan = camera ? planOfLine(line, camera) : null;
  const { phone, checked, isAway, set, ask, link } = usePhone();
  const { ticked, tick } = useTicks(shot);
  const { checks, minds } = useChecks(outingId, shot, plan, taker === "linked" ? checked : null);
  const { busy, start, ...actions } = useRunActions({
    outingId,
    shotId,
    runId: linked.runId,
    setPhone: set.mutateAsync,
    onStarted: linked.begun,
  });
  const watch = useRunWatch({ shot, camera, linked, plan, phone: checked, askPhone: ask });
  const zone = useOuting(outingId).data?.site?.zone ?? "local";
  const proposal = useTestFrame(shot, shotId, linked.shown);
  const repair = repairOf(checks);
  // What is otherwise on the phone is set before a run: so long as it has not been heard, nothing begins.
  const isHeard = phone !== null || isAway;
  /** One frame of a recipe, at the smallest size there is. */
  const tryOne = (tried: Recipe) => {
    const one = testLine(tried);
    if (one) start.mutate({ line: one, widthPx: settings.leastWidthPx, pace: "quick", repair });
  };
  return {
    shotId,
    shot,
    kit,
    camera,
    zone,
    recipeLine,
    plan,
    /** The plan of a line that is right. */
    readable: problems.length === 0 ? plan : null,
    settings,
    taker,
    setTaker,
    linked,
    hand,
    watch,
    isUnderWay: linked.goesOn || hand.goesOn,
    phone: {
      reported: phone,
      set: set.mutate,
      link: link.mutate,
      isLinking: link.isPending,
      problem: link.isError ? errorText(link.error) : null,
    },
    list: { checks, minds, ticked, tick },
    test: {
      proposal,
      canTry: problems.length === 0 && !busy && !linked.goesOn && isHeard && recipe.sequence !== null,
      tryOne: () => tryOne(recipe),
      take: () => {
        if (!proposal) return;
        const taken = proposal.taken(recipe);
        apply(taken);
        tryOne(taken);
      },
    },
    run: {
      ...actions,
      isBusy: busy || !isHeard,
      isStarting: start.isPending,
      start: () => start.mutate({ line, widthPx: settings.widthPx, pace: settings.pace, repair }),
    },
    changeCamera: (choice: CameraChoice) => shot && void change(shot, { camera: choice }),
  };
}

export type RunStationState = ReturnType<typeof useRunStation>;
