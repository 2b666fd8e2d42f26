"use client";

import { proxy, type Remote, wrap } from "comlink";
import { useEffect, useRef, useState } from "react";
import type { CaptureCamera, CapturePlan } from "@/core/capture";
import type { PlaceLight, Rehearsal } from "@/core/rehearse";
import type { Scene } from "@/core/scene";
import type { RehearseWorker } from "@/workers/rehearse.worker";

/** What is rehearsed: a plan before a scene, under a person's own light. */
export interface Rehearsed {
  readonly standIn: Scene;
  /** Null without a shutter time. */
  readonly plan: CapturePlan | null;
  readonly camera: CaptureCamera;
  readonly light: PlaceLight;
}

/** The picture of a plan before it is taken, simulated in a worker; it grows frame by frame. Null until the first. */
export function useRehearsal({ standIn, plan, camera, light }: Rehearsed, widthPx: number): Rehearsal | null {
  const [picture, setPicture] = useState<Rehearsal | null>(null);
  const remote = useRef<Remote<RehearseWorker> | null>(null);
  useEffect(() => {
    const worker = new Worker(new URL("../../workers/rehearse.worker.ts", import.meta.url), { type: "module" });
    remote.current = wrap<RehearseWorker>(worker);
    return () => {
      remote.current = null;
      worker.terminate();
    };
  }, []);
  useEffect(() => {
    if (plan === null) {
      setPicture(null);
      return;
    }
    let current = true;
    void remote.current?.rehearse(
      standIn,
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
  }, [standIn, plan, camera, light, widthPx]);
  return picture;
}
