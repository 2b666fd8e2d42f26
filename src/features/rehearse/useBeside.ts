"use client";

import { useMemo } from "react";
import { planCapture } from "@/core/capture";
import { parseRecipe } from "@/core/recipe";
import type { Rehearsal } from "@/core/rehearse";
import { type Rehearsed, useRehearsal } from "./useRehearsal";

/** The picture of another line before the same scene under the same light; null while there is none. */
export function useBeside(rehearsed: Rehearsed, line: string | null, widthPx: number): Rehearsal | null {
  const beside = useMemo(() => {
    const own = rehearsed.plan;
    if (line === null || own === null) return { ...rehearsed, plan: null };
    const moment = { pressedAtMs: own.pressedAtMs, sensorCelsius: own.sensorCelsius, seed: own.seed };
    return { ...rehearsed, plan: planCapture(parseRecipe(line).recipe, rehearsed.camera, moment) };
  }, [rehearsed, line]);
  return useRehearsal(beside, widthPx);
}
