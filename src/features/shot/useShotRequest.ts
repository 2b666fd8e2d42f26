"use client";

import { useMemo } from "react";
import { shotRequest } from "@/core/shot";
import { useKit, useShot, useShotCamera } from "@/features/api/queries";
import { useNight, useNightIsComing } from "@/features/nightPlan/NightContext";

/** A shot with its camera, kit and night, and what they come to; `asked` is null until all of them are there. */
export function useShotRequest(shotId: string) {
  const detail = useShot(shotId).data;
  const shot = detail?.shot;
  const camera = useShotCamera(shotId);
  const kit = useKit().data;
  const night = useNight();
  const coming = useNightIsComing();
  const plan = night?.plan ?? null;
  const asked = useMemo(
    () => (shot && camera && kit && !coming ? shotRequest(shot, camera, kit, plan) : null),
    [shot, camera, kit, plan, coming],
  );
  return { detail, shot, camera, kit, night, plan, asked };
}
