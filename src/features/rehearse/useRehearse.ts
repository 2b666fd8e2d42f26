"use client";

import { useMemo } from "react";
import { planCapture } from "@/core/capture";
import { groundOf } from "@/core/intent";
import { lightName } from "@/core/outlook";
import type { Recipe } from "@/core/recipe";
import { gatheringOf, openSeconds, promisedShot, shownShot } from "@/core/rehearse";
import { aimedSkyOf } from "@/core/shot";
import { fieldEdges, outlookOfRecipe } from "@/core/solve";
import { shownScene } from "@/features/shot/planned";
import { useShotRequest } from "@/features/shot/useShotRequest";

/** Fixes the noise of the rehearsed picture. */
const REHEARSAL_SEED = 11;

/** Everything that Rehearse works out for a shot and its line; null until it is all there, or while the line has no shutter time. */
export function useRehearse(shotId: string, recipe: Recipe) {
  const { plan, asked } = useShotRequest(shotId);
  return useMemo(() => {
    if (!asked) return null;
    const { request, planned, framedCamera, filters } = asked;
    const moment = { pressedAtMs: planned.beginsAtMs ?? 0, sensorCelsius: request.sensorCelsius, seed: REHEARSAL_SEED };
    const capture = planCapture(recipe, framedCamera, moment);
    const outlook = outlookOfRecipe(request, recipe);
    if (!capture || !outlook) return null;
    const gathering = gatheringOf(outlook, fieldEdges(request, recipe));
    const ground = groundOf(request);
    return {
      request,
      scene: shownScene(planned, plan),
      filters,
      promised: promisedShot(request),
      outlook,
      gathering,
      seconds: openSeconds(capture),
      nameOf: (of: (typeof gathering.lights)[number]["of"]) => lightName({ of, underWhite: 0 }, ground),
      rehearsed: {
        intent: request.intent,
        sky: aimedSkyOf(planned, plan),
        plan: capture,
        camera: framedCamera,
        shot: shownShot(request),
        own: null,
      },
    };
  }, [asked, recipe, plan]);
}

/** What Rehearse has worked out. */
export type Rehearse = NonNullable<ReturnType<typeof useRehearse>>;
