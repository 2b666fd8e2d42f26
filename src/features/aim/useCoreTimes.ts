"use client";

import { useMemo } from "react";
import { type Crossing, coreOf, crossings } from "@/core/sky";
import type { Night } from "@/features/nightPlan/NightContext";

/** With the sun higher than this the Milky Way does not show. */
const DARK_SUN_DEG = -12;
const QUARTER_MS = 900_000;

/** When the core stands in a direction. */
export interface CoreTime extends Pick<Crossing, "atMs"> {
  readonly altitudeDeg: number;
  /** Whether the sky is too bright for it then. */
  readonly byDay: boolean;
}

/** The times of a night at which the core stands above where the camera looks. */
export function useCoreTimes(night: Night | null, azimuthDeg: number): readonly CoreTime[] {
  return useMemo(() => {
    if (!night) return [];
    const core = coreOf(night.plan.night);
    const away = (atMs: number) => ((core(atMs).azimuthDeg - azimuthDeg + 540) % 360) - 180;
    return crossings(away, { beginMs: night.beginMs, endMs: night.endMs, stepMs: QUARTER_MS })
      .map(({ atMs }) => ({
        atMs,
        altitudeDeg: core(atMs).altitudeDeg,
        away: Math.abs(away(atMs)),
        byDay: night.plan.momentAt(atMs).sunAltitudeDeg > DARK_SUN_DEG,
      }))
      .filter((each) => each.altitudeDeg > 0 && each.away < 90);
  }, [night, azimuthDeg]);
}
