import { useQuery } from "@tanstack/react-query";
import { useMemo } from "react";
import { measureReply, type ShotReply } from "@/contracts/replies";
import { stackedFilterStops } from "@/core/light";
import { parseRecipe, printRecipe, type Recipe } from "@/core/recipe";
import { motionBounds } from "@/core/solve";
import { getJson } from "@/features/api/client";
import type { RunWithFrames } from "@/features/api/queries";
import { meteredScene } from "@/features/shot/meteredScene";
import { changedScene, shownScene } from "@/features/shot/shownScene";
import { recipeWith, tryAfter } from "@/features/shot/tryAfter";
import { useShotChange } from "@/features/shot/useShotChange";
import { useShotRequest } from "@/features/shot/useShotRequest";

/** One frame of a recipe, to see how it comes out. */
export function testLine(recipe: Recipe): string | null {
  const { sequence } = recipe;
  if (sequence === null) return null;
  const one = { ...sequence, frames: 1, periodSeconds: null };
  return printRecipe({ ...recipe, sequence: one, bracketStops: null, rampStops: null, stack: null });
}

/** What a test frame that was just taken says, and what to set next; null while there is none. */
export function useTestFrame(shot: ShotReply | undefined, shotId: string, run: RunWithFrames | null) {
  const { asked, plan } = useShotRequest(shotId);
  const change = useShotChange();
  const frame = run && run.run.framesWanted === 1 && run.run.state === "done" ? run.frames[0] : undefined;
  const measured = useQuery({
    queryKey: ["measured", frame?.hash],
    queryFn: () => getJson(`/api/pictures/${frame!.hash}/measure`, measureReply),
    enabled: frame !== undefined,
  }).data;
  const whole = useMemo(() => parseRecipe(shot?.recipeLine ?? "").recipe, [shot?.recipeLine]);
  const question = asked?.request;
  const bounds = useMemo(() => (question && frame ? motionBounds(question, whole) : null), [question, frame, whole]);
  if (!shot || !asked || !frame || !measured || !bounds) return null;
  const { request } = asked;
  const { recipe } = parseRecipe(run!.run.recipeLine);
  const { camera } = request;
  const mode = request.schools.metering;
  const settings = {
    shutterSeconds: recipe.sequence?.shutterSeconds ?? 1,
    iso: recipe.iso ?? camera.isoLadder[0]!,
    filterStops: stackedFilterStops(recipe.filters),
  };
  const reading = {
    errorStops: measured.errors[mode],
    clippedAny: measured.clippedAny,
    crushedAll: measured.crushedAll,
  };
  const after = tryAfter(asked, bounds, reading, settings);
  const light = meteredScene(measured, recipe, camera.lens.fNumber, camera.lossStops);
  return {
    measured,
    mode,
    ...after,
    /** The recipe with what is proposed in it. */
    taken: (own: Recipe): Recipe => recipeWith(asked, own, after.next),
    /** Aims Expose by what was metered. */
    tellExpose: () => {
      if (!light) return;
      const scene = shownScene(shot, plan);
      const part = { metered: light, sceneEv: light[`${mode}Ev`] };
      void change(shot, { scene: changedScene(scene, part) }, { said: "Expose now uses this frame's light." });
    },
  };
}

export type TestFrame = NonNullable<ReturnType<typeof useTestFrame>>;
