import { STILL_PLACE } from "../../facts";
import { noiseDemands, skyDemand, surfaceDemands, targetStops } from "../demands/brightness";
import { manyFramesDemand, roomDemands, sharpnessDemands } from "../demands/handling";
import { waterDemand } from "../demands/still";
import { calm, dimLight, safeWater, skyColour } from "../factors";
import type { Intent } from "../intent";
import { NEEDS_WATER } from "../needs";
import { littleNoise } from "../quality";

const WATER = "water";

/** Water as silk or as streaks. */
export const smoothedWater = {
  id: "smoothed-water",
  name: "Smoothed water",
  goal: "Water as silk, or as streaks that still tell its way.",
  ground: () => WATER,
  ofStars: false,
  scene: { ...STILL_PLACE, sceneEv: 2, water: "chop", windowSeconds: 720 },
  stage: ({ water }) => (water === "rapids" ? "mill-weir" : "harbour-swell"),
  usualMinutes: 12,
  factors: [dimLight, skyColour, safeWater, calm],
  windows: ["balance", "blue", "high-tide", "low-tide"],
  shapes: ["one", "mean"],
  release: "settled",
  follows: false,
  target: (request) => ({ of: "surfaces", stops: targetStops(request) }),
  quality: littleNoise,
  needs: [NEEDS_WATER],
  demands: (request) => [
    ...surfaceDemands(request, WATER, "soft"),
    ...skyDemand(request, false),
    ...waterDemand(request),
    ...noiseDemands(),
    ...sharpnessDemands(request),
    ...manyFramesDemand(request),
    ...roomDemands(request),
  ],
  cautions: ["water", "cold"],
  drill: "Streaks or silk: which shutter keeps what of the water?",
} as const satisfies Intent;
