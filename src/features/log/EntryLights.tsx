"use client";

import { Box } from "@chakra-ui/react";
import { useMemo } from "react";
import { parseRecipe } from "@/core/recipe";
import { shotLights } from "@/core/solve";
import { LightScaleView } from "@/features/picture/LightScaleView";
import { useShotRequest } from "@/features/shot/useShotRequest";

interface EntryLightsProps {
  readonly shotId: string;
  readonly line: string;
}

/** Where the lights of a shot's scene lay in the picture of an entry's line, as they were promised; nothing where that is not known. */
export function EntryLights({ shotId, line }: EntryLightsProps) {
  const { asked } = useShotRequest(shotId);
  const lights = useMemo(() => asked && shotLights(asked.request, parseRecipe(line).recipe), [asked, line]);
  return lights ? (
    <Box maxW="300px" mb="6px">
      <LightScaleView scale={lights.scale} nameOf={lights.nameOf} />
    </Box>
  ) : null;
}
