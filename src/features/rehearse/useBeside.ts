"use client";

import { useMemo } from "react";
import { parseRecipe } from "@/core/recipe";
import type { Rehearsal } from "@/core/rehearse";
import { studyOf, takenAt } from "@/core/solve";
import type { Rehearsed } from "@/workers/rehearse.worker";

import { useRehearsal } from "./useRehearsal";

/** The picture of another line before the same scene under the same light; null while there is none. */
export function useBeside(rehearsed: Rehearsed, line: string | null, widthPx: number): Rehearsal | null {
  const beside = useMemo(() => {
    const own = rehearsed.plan;
    if (line === null || own === null) return { ...rehearsed, plan: null };
    const study = studyOf(rehearsed.request, parseRecipe(line).recipe);
    return { ...rehearsed, plan: study && takenAt(study.plan, own) };
  }, [rehearsed, line]);
  return useRehearsal(beside, widthPx, { view: "beside" });
}
