"use client";

import { useMemo } from "react";
import { framed, WHOLE_SENSOR } from "@/core/camera";
import type { SolveRequest } from "@/core/intent";
import { filtersOf, sceneOf } from "@/core/shot";
import { useKit, useShot, useShotCamera } from "@/features/api/queries";
import { useNight, useNightIsComing } from "@/features/nightPlan/NightContext";
import { plannedShotOf } from "./planned";

/** What is known of a shot when its picture is worked out: as planned, its camera framed, and the question they come to. */
export function useShotRequest(shotId: string) {
  const shot = useShot(shotId).data?.shot;
  const camera = useShotCamera(shotId);
  const kit = useKit().data;
  const night = useNight();
  const coming = useNightIsComing();
  const plan = night?.plan ?? null;
  const planned = useMemo(() => (shot ? plannedShotOf(shot) : null), [shot]);
  const filters = useMemo(() => (kit ? filtersOf(kit) : []), [kit]);
  const shape = shot?.aim?.crop ?? WHOLE_SENSOR;
  const framedCamera = useMemo(() => (camera ? framed(camera, shape) : null), [camera, shape]);
  const intent = shot?.intent ?? "still-view";
  const request = useMemo((): SolveRequest | null => {
    if (!framedCamera || !planned || coming) return null;
    const filterStops = filters.map(({ stops }) => stops);
    return { ...sceneOf(planned, plan), intent, camera: framedCamera, filterStops };
  }, [framedCamera, planned, plan, coming, intent, filters]);
  return { camera, kit, night, planned, filters, shape, framedCamera, intent, request };
}
