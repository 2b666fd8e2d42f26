"use client";

import { useMemo } from "react";
import { type Camera, WHOLE_SENSOR } from "@/core/camera";
import type { Recipe } from "@/core/recipe";
import type { shotRequest } from "@/core/shot";
import { automaticValues, inOwnNotation, rehearsedPlan, rehearsedShot } from "@/core/shot";
import { studyOf } from "@/core/solve";
import { shownScene } from "@/features/shot/shownScene";
import { useShotRequest } from "@/features/shot/useShotRequest";
import { plannedSky } from "./plannedSky";
import { useSolver } from "./useSolver";

const NO_FILTERS: ReturnType<typeof shotRequest>["filters"] = [];

/** Everything that Expose works out for a shot and its line; null until it is all there. */
export function useExposure(shotId: string, recipe: Recipe) {
  const { detail, shot, camera, kit, night, plan, asked } = useShotRequest(shotId);
  const { filters = NO_FILTERS, shape = WHOLE_SENSOR, request = null } = asked ?? {};
  const scene = useMemo(() => (shot ? shownScene(shot, plan) : null), [shot, plan]);
  const sky = useMemo(() => (night && shot ? plannedSky(night, shot) : null), [night, shot]);
  const { solved, field, busy } = useSolver(request, recipe);
  const solution = useMemo(
    () => solved && { ...solved, recipes: inOwnNotation(solved.recipes, filters) },
    [solved, filters],
  );
  const study = request && studyOf(request, recipe);
  const missed = useMemo(() => {
    const demands = study?.judgement.demands ?? [];
    return new Set(demands.flatMap(({ demand, miss }) => (miss > 0 ? [demand.id] : [])));
  }, [study]);
  const rehearsed = useMemo(
    () =>
      request && shot
        ? { ...rehearsedShot(request, shot, plan, study && rehearsedPlan(shot, study)), own: null }
        : null,
    [request, shot, plan, study],
  );
  if (!detail || !shot || !scene || !camera || !kit || !request || !solution || !field || !rehearsed) return null;
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
    outlook: study?.outlook ?? null,
    figures: study?.figures ?? [],
    missed,
    rehearsed,
    automatic: automaticValues(shot, plan),
    iso: isoOf(recipe, camera),
  };
}

/** What Expose has worked out. */
export type Exposure = NonNullable<ReturnType<typeof useExposure>>;

/** The line's ISO, or the lowest that the phone has. */
const isoOf = (recipe: Recipe, camera: Camera): number => recipe.iso ?? camera.isoLadder[0] ?? camera.lens.baseIso;
