import { STILL_PLACE } from "../../facts";
import { noiseDemands, skyDemand, surfaceDemands, targetStops } from "../demands/brightness";
import { manyFramesDemand, roomDemands, sharpnessDemands } from "../demands/handling";
import { crossingDemands } from "../demands/passing";
import { calm, dimLight, skyColour, skyWithTexture } from "../factors";
import type { Intent } from "../intent";
import { NEEDS_MOVER } from "../needs";
import { littleNoise } from "../quality";

const ground = (sceneEv: number): string => (sceneEv >= -1 ? "place" : "land");

/** One thing drawn out, the world still. */
export const blurredSubject = {
  id: "blurred-subject",
  name: "Blurred subject, still world",
  goal: "One thing flows, everything else is sharp.",
  ground,
  ofStars: false,
  scene: {
    ...STILL_PLACE,
    mover: { distanceM: 60, speedMps: 4, headingDegFromPerpendicular: 0 },
    lamps: ["lit-windows"],
  },
  stage: () => "cable-tram",
  usualMinutes: 10,
  factors: [dimLight, skyColour, skyWithTexture, calm],
  windows: ["balance", "blue"],
  shapes: ["one", "mean"],
  release: "settled",
  follows: false,
  target: (request) => ({ of: "surfaces", stops: targetStops(request) }),
  quality: littleNoise,
  needs: [NEEDS_MOVER],
  demands: (request) => [
    ...surfaceDemands(request, ground(request.sceneEv), "soft"),
    ...skyDemand(request, false),
    ...crossingDemands(request),
    ...noiseDemands(),
    ...sharpnessDemands(request),
    ...manyFramesDemand(request),
    ...roomDemands(request),
  ],
  cautions: ["people", "rail"],
  drill: "Does it make it across while the shutter is open?",
} as const satisfies Intent;
