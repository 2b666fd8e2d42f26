"use client";

import { useEffect, useState } from "react";
import type { StackReply } from "@/contracts/replies";
import { useKit, useShot, useShotCamera } from "@/features/api/queries";
import { useNight, useNightIsComing } from "@/features/nightPlan/NightContext";
import { whenIdle } from "@/workers/whenIdle";
import type { StackLights } from "./stackLights";

/** The lights of a shot's scene in one of its stacks, once the page is idle: what works them out loads by itself. */
export function useStackLights(shotId: string, chosen: StackReply | null): StackLights | null {
  const detail = useShot(shotId).data;
  const camera = useShotCamera(shotId);
  const kit = useKit().data;
  const plan = useNight()?.plan ?? null;
  const coming = useNightIsComing();
  const [lights, setLights] = useState<StackLights | null>(null);
  const stack = chosen?.stack;
  useEffect(() => {
    setLights(null);
    const run = detail?.runs.find(({ run }) => run.id === stack?.runId)?.run;
    if (!stack || !run || !detail || !camera || !kit || coming) return;
    let current = true;
    const callOff = whenIdle(() => {
      void import("./stackLights").then(({ stackLights }) => {
        if (current) setLights(stackLights({ stack, run, shot: detail.shot, camera, kit, plan }));
      });
    });
    return () => {
      current = false;
      callOff();
    };
  }, [stack, detail, camera, kit, plan, coming]);
  return lights;
}
