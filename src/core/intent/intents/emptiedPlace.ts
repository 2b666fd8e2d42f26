import { STILL_PLACE } from "../../facts";
import { noiseDemands, skyDemand, surfaceDemands, targetStops } from "../demands/brightness";
import { manyFramesDemand, roomDemands, sharpnessDemands } from "../demands/handling";
import { emptyDemands } from "../demands/still";
import { calm, lampsLit, skyColour, skyWithTexture } from "../factors";
import type { Intent } from "../intent";
import { NEEDS_CROWD } from "../needs";
import { littleNoise } from "../quality";

const SQUARE = "square";

/** A place without the people who pass. */
export const emptiedPlace = {
  id: "emptied-place",
  name: "Emptied place",
  goal: "A busy place without the people in it.",
  ground: () => SQUARE,
  ofStars: false,
  scene: { ...STILL_PLACE, crowd: { occupancy: 0.15, dwellSeconds: 2 } },
  stage: () => "market-square",
  usualMinutes: 10,
  factors: [lampsLit, skyColour, skyWithTexture, calm],
  windows: ["balance", "quiet-road"],
  shapes: ["one", "mean", "median"],
  release: "settled",
  follows: false,
  target: (request) => ({ of: "surfaces", stops: targetStops(request) }),
  quality: littleNoise,
  needs: [NEEDS_CROWD],
  demands: (request) => [
    ...surfaceDemands(request, SQUARE, "soft"),
    ...skyDemand(request, false),
    ...emptyDemands(request),
    ...noiseDemands(),
    ...sharpnessDemands(request),
    ...manyFramesDemand(request),
    ...roomDemands(request),
  ],
  cautions: ["people"],
  drill: "How many frames does the median need to empty the square?",
} as const satisfies Intent;
