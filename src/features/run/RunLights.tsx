"use client";

import { Box } from "@chakra-ui/react";
import { useMemo } from "react";
import { METER_TO_CLIP_STOPS } from "@/core/outlook";
import type { Recipe } from "@/core/recipe";
import { shotLights } from "@/core/solve";
import { LightScaleView } from "@/features/picture/LightScaleView";
import { useShotRequest } from "@/features/shot/useShotRequest";

interface RunLightsProps {
  readonly shotId: string;
  readonly recipe: Recipe;
  /** Stops by which the newest frame is over the meter's level; null before the first. */
  readonly newestStops: number | null;
}

/** Where each light of the scene will lie in a frame of the run, and where the newest frame's own light does. */
export function RunLights({ shotId, recipe, newestStops }: RunLightsProps) {
  const { asked } = useShotRequest(shotId);
  const lights = useMemo(() => asked && shotLights(asked.request, recipe), [asked, recipe]);
  if (!lights) return null;
  return (
    <Box pb="10px">
      <Box color="ash" fontSize="note" mb="4px">
        {newestStops === null
          ? "Promised, stops under white"
          : "Promised, stops under white; the newest frame by its meter"}
      </Box>
      <LightScaleView
        scale={lights.scale}
        nameOf={lights.nameOf}
        {...(newestStops === null ? {} : { read: METER_TO_CLIP_STOPS - newestStops })}
      />
    </Box>
  );
}
