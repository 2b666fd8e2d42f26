"use client";

import { useMemo } from "react";
import { groundOf } from "@/core/intent";
import { lightName } from "@/core/outlook";
import type { Recipe } from "@/core/recipe";
import { gatheringOf, openSeconds } from "@/core/rehearse";
import { rehearsedPlan, rehearsedShot } from "@/core/shot";
import { fieldEdges, studyOf } from "@/core/solve";
import { shownScene } from "@/features/shot/shownScene";
import { useShotRequest } from "@/features/shot/useShotRequest";

/** Everything that Rehearse works out for a shot and its line; null until it is all there, or while the line has no shutter time. */
export function useRehearse(shotId: string, recipe: Recipe) {
  const { shot, plan, asked } = useShotRequest(shotId);
  return useMemo(() => {
    if (!asked || !shot) return null;
    const { request, filters } = asked;
    const study = studyOf(request, recipe);
    if (!study) return null;
    const { outlook } = study;
    const gathering = gatheringOf(outlook, fieldEdges(request, recipe));
    const ground = groundOf(request);
    return {
      request,
      scene: shownScene(shot, plan),
      filters,
      outlook,
      gathering,
      seconds: openSeconds(study.plan),
      nameOf: (of: (typeof gathering.lights)[number]["of"]) => lightName({ of }, ground),
      rehearsed: rehearsedShot(request, shot, plan, rehearsedPlan(shot, study)),
    };
  }, [asked, shot, recipe, plan]);
}

/** What Rehearse has worked out. */
export type Rehearse = NonNullable<ReturnType<typeof useRehearse>>;
