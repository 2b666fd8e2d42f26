"use client";

import { useMemo } from "react";
import type { StackReply } from "@/contracts/replies";
import { groundOf } from "@/core/intent";
import { lightName, lightsOf } from "@/core/outlook";
import { parseRecipe } from "@/core/recipe";
import { outlookOfRecipe } from "@/core/solve";
import { useShot } from "@/features/api/queries";
import type { ScaleMarks } from "@/features/picture/HistogramView";
import { useShotRequest } from "@/features/shot/useShotRequest";

/**
 * Where the lights of a shot's scene lie in a stack of its frames, and the noise of that stack; null where nobody knows
 * how the frames were taken.
 */
export function useStackLights(shotId: string, chosen: StackReply | null): ScaleMarks | null {
  const run = useShot(shotId).data?.runs.find(({ run }) => run.id === chosen?.stack.runId)?.run;
  const { request } = useShotRequest(shotId);
  return useMemo(() => {
    if (!chosen || !request || run?.source !== "phone") return null;
    const { recipe } = parseRecipe(run.recipeLine);
    if (recipe.sequence === null) return null;
    const { framesUsed, inputs, parameters } = chosen.stack;
    const fused = {
      ...recipe,
      sequence: { ...recipe.sequence, frames: framesUsed ?? inputs.length },
      stack: parameters.method,
    };
    const outlook = outlookOfRecipe(request, fused);
    if (!outlook) return null;
    const { lights, noiseFloor } = lightsOf(outlook);
    const ground = groundOf(request);
    return {
      lights: lights.map((light) => ({ name: lightName(light, ground), underWhite: light.underWhite })),
      noiseFloor,
    };
  }, [chosen, request, run]);
}
