import { STILL_PLACE } from "../../facts";
import { noiseDemands, skyDemand, surfaceDemands, targetStops } from "../demands/brightness";
import { manyFramesDemand, roomDemands, sharpnessDemands } from "../demands/handling";
import { calm, lampsLit, skyColour, skyWithTexture } from "../factors";
import type { Intent } from "../intent";
import { littleNoise } from "../quality";

const ground = (sceneEv: number): string => (sceneEv >= -1 ? "façade" : "land");

/** A still view, highlights kept. */
export const stillView = {
  id: "still-view",
  name: "Still night view",
  goal: "A lit place with detail in lamps and in shadow.",
  ground,
  ofStars: false,
  scene: STILL_PLACE,
  stage: () => "clock-facade",
  usualMinutes: 10,
  factors: [lampsLit, skyColour, skyWithTexture, calm],
  windows: ["balance", "blue"],
  shapes: ["one", "mean", "bracket"],
  release: "settled",
  follows: false,
  target: (request) => ({ of: "surfaces", stops: targetStops(request) }),
  quality: littleNoise,
  needs: [],
  demands: (request) => [
    ...surfaceDemands(request, ground(request.sceneEv), "hard"),
    ...skyDemand(request, false),
    ...noiseDemands(),
    ...sharpnessDemands(request),
    ...manyFramesDemand(request),
    ...roomDemands(request),
  ],
  cautions: ["private"],
  drill: "Which exposure is the brightest that keeps the lamps?",
} as const satisfies Intent;
