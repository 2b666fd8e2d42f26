"use client";

import { useState } from "react";
import type { CameraChoice } from "@/core/camera";
import type { SavedScene } from "@/core/facts";
import { type IntentId, intentOf } from "@/core/intent";
import type { Edge } from "@/core/solve";
import { changedScene } from "@/features/shot/shownScene";
import { useShotChange } from "@/features/shot/useShotChange";
import type { BeforeChange } from "./RecipeList";
import type { Exposure } from "./useExposure";

/** What stood there before the last change. */
export interface Before extends BeforeChange {
  readonly edges: readonly Edge[];
}

/** The ways to change what Expose stands on, each with an undo; what they change is seen against what was before. */
export function useExposureChanges(exposure: Exposure | null) {
  const change = useShotChange();
  const [before, setBefore] = useState<Before | null>(null);
  if (!exposure) return { before, changeScene: () => {}, changeCamera: () => {}, changeIntent: () => {} };
  const { shot, scene, solution, field } = exposure;
  const remember = () =>
    setBefore({ sceneEv: scene.sceneEv, best: solution.recipes[0]?.line ?? "none", edges: field.edges });
  return {
    before,
    changeScene: (part: Partial<SavedScene>) => {
      remember();
      void change(shot, { scene: changedScene(scene, part) }, { said: "The scene is changed, and the field with it." });
    },
    changeCamera: (camera: CameraChoice) => {
      remember();
      void change(shot, { camera }, { said: "The camera is changed." });
    },
    changeIntent: (intent: IntentId) => {
      remember();
      void change(shot, { intent }, { said: intentOf(intent).goal });
    },
  };
}
