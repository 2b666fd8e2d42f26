"use client";

import { proxy } from "comlink";
import { useEffect, useState } from "react";
import type { CaptureCamera, CapturePlan } from "@/core/capture";
import type { IntentId } from "@/core/intent";
import type { AimedSky, PlaceLight, Rehearsal } from "@/core/rehearse";
import { startRehearse } from "@/workers/clients";
import { useWorker } from "@/workers/useWorker";

/** What is rehearsed: a plan before a scene, under a person's own light. */
export interface Rehearsed {
  readonly intent: IntentId;
  /** Where it has stars; null without an aim. */
  readonly sky: AimedSky | null;
  /** Null without a shutter time. */
  readonly plan: CapturePlan | null;
  readonly camera: CaptureCamera;
  readonly light: PlaceLight;
}

/** The picture of a plan before it is taken, simulated in a worker; it grows frame by frame. Null until the first. */
export function useRehearsal({ intent, sky, plan, camera, light }: Rehearsed, widthPx: number): Rehearsal | null {
  const [picture, setPicture] = useState<Rehearsal | null>(null);
  const worker = useWorker(startRehearse, true);
  useEffect(() => {
    if (plan === null) {
      setPicture(null);
      return;
    }
    let current = true;
    void worker?.rehearse(
      intent,
      sky,
      plan,
      camera,
      light,
      widthPx,
      proxy(async (next) => {
        if (current) setPicture(next);
      }),
    );
    return () => {
      current = false;
    };
  }, [worker, intent, sky, plan, camera, light, widthPx]);
  return picture;
}
