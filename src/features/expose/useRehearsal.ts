"use client";

import { proxy, type Remote, wrap } from "comlink";
import { useEffect, useRef, useState } from "react";
import type { Camera } from "@/core/camera";
import type { Recipe } from "@/core/recipe";
import type { Rehearsal } from "@/core/rehearse";
import type { Scene } from "@/core/scene";
import type { RehearseWorker } from "@/workers/rehearse.worker";

interface Rehearsed {
  readonly standIn: Scene;
  readonly recipe: Recipe;
  readonly camera: Camera;
  readonly sceneEv: number;
  readonly sensorCelsius: number;
}

/** The picture of a line before it is taken, simulated in a worker; it grows frame by frame. Null until the first. */
export function useRehearsal(rehearsed: Rehearsed, widthPx: number): Rehearsal | null {
  const { standIn, recipe, camera, sceneEv, sensorCelsius } = rehearsed;
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
    if (recipe.sequence === null) {
      setPicture(null);
      return;
    }
    let current = true;
    const { lens, lossStops, vignettingStops, writeSeconds, isoLadder } = camera;
    const used = { lens, lossStops, vignettingStops, writeSeconds, isoLadder };
    void remote.current?.rehearse(
      standIn,
      { recipe, camera: used, sensorCelsius },
      sceneEv,
      widthPx,
      proxy(async (next) => {
        if (current) setPicture(next);
      }),
    );
    return () => {
      current = false;
    };
  }, [standIn, recipe, camera, sceneEv, sensorCelsius, widthPx]);
  return picture;
}
