"use client";

import { useMemo } from "react";
import { type Camera, WHOLE_SENSOR } from "@/core/camera";
import { planCapture } from "@/core/capture";
import type { Recipe } from "@/core/recipe";
import { shownShot } from "@/core/rehearse";
import { aimedSkyOf, automaticValues, inOwnNotation } from "@/core/shot";
import { demandsOf, explain, judge, outlookOfRecipe } from "@/core/solve";
import { shownScene } from "@/features/shot/planned";
import type { shotRequest } from "@/features/shot/shotRequest";
import { useShotRequest } from "@/features/shot/useShotRequest";
import { plannedSky } from "./plannedSky";
import { useSolver } from "./useSolver";

/** Fixes the noise of the rehearsed picture. */
const REHEARSAL_SEED = 11;

const NO_FILTERS: ReturnType<typeof shotRequest>["filters"] = [];

/** Everything that Expose works out for a shot and its line; null until it is all there. */
export function useExposure(shotId: string, recipe: Recipe) {
  const { detail, shot, camera, kit, night, plan, asked } = useShotRequest(shotId);
  const {
    planned = null,
    filters = NO_FILTERS,
    shape = WHOLE_SENSOR,
    framedCamera = null,
    request = null,
  } = asked ?? {};
  const intent = shot?.intent ?? "still-view";
  const scene = useMemo(() => (planned ? shownScene(planned, plan) : null), [planned, plan]);
  const sky = useMemo(() => (night && shot ? plannedSky(night, shot) : null), [night, shot]);
  const { solved, field, busy } = useSolver(request, recipe);
  const solution = useMemo(
    () => solved && { ...solved, recipes: inOwnNotation(solved.recipes, filters) },
    [solved, filters],
  );
  const outlook = useMemo(() => (request ? outlookOfRecipe(request, recipe) : null), [request, recipe]);
  const figures = useMemo(() => (request ? explain(request, recipe) : []), [request, recipe]);
  const missed = useMemo(() => {
    const demands = request && outlook ? judge(outlook, demandsOf(request)).demands : [];
    return new Set(demands.flatMap(({ demand, miss }) => (miss > 0 ? [demand.id] : [])));
  }, [request, outlook]);
  const rehearsed = useMemo(() => {
    if (!framedCamera || !request || !planned) return null;
    const moment = { pressedAtMs: planned.beginsAtMs ?? 0, sensorCelsius: request.sensorCelsius, seed: REHEARSAL_SEED };
    return {
      intent,
      sky: aimedSkyOf(planned, plan),
      plan: planCapture(recipe, framedCamera, moment),
      camera: framedCamera,
      shot: shownShot(request),
      own: null,
    };
  }, [framedCamera, request, planned, plan, intent, recipe]);
  if (!detail || !shot || !planned || !scene || !camera || !kit || !request || !solution || !field || !rehearsed)
    return null;
  return {
    detail,
    shot,
    camera,
    kit,
    night,
    shape,
    scene,
    sky,
    filters,
    request,
    solution,
    field,
    busy,
    outlook,
    figures,
    missed,
    rehearsed,
    automatic: automaticValues(planned, plan),
    iso: isoOf(recipe, camera),
  };
}

/** What Expose has worked out. */
export type Exposure = NonNullable<ReturnType<typeof useExposure>>;

/** The line's ISO, or the lowest that the phone has. */
const isoOf = (recipe: Recipe, camera: Camera): number => recipe.iso ?? camera.isoLadder[0] ?? camera.lens.baseIso;
