import { STILL_PLACE } from "../../facts";
import { noiseDemands, skyDemand, surfaceDemands, targetStops } from "../demands/brightness";
import { manyFramesDemand, roomDemands, sharpnessDemands } from "../demands/handling";
import { crossingDemands, trafficDemand, trailDemands } from "../demands/passing";
import { calm, lampsLit, skyColour, skyWithTexture, trafficWanted, trailsKeepDetail } from "../factors";
import type { Intent } from "../intent";
import { NEEDS_LAMPS, NEEDS_MOVER } from "../needs";
import { littleNoise, trailsAboveBase } from "../quality";

const STREET = "street";
/** A stop of trail is worth more than what noise there is at all. */
const TRAIL_WEIGHT = 10;

/** Whole trails of passing lamps. */
export const lightTrails = {
  id: "light-trails",
  name: "Light trails",
  goal: "Whole trails of passing lamps over a street that keeps its detail.",
  ground: () => STREET,
  ofStars: false,
  scene: {
    ...STILL_PLACE,
    sceneEv: 4.5,
    mover: { distanceM: 25, speedMps: 12, headingDegFromPerpendicular: 0 },
    lamps: ["headlamp", "tail-lamp"],
    vehiclesPerHour: 500,
    windowSeconds: 900,
  },
  stage: () => "quay-road",
  usualMinutes: 15,
  factors: [lampsLit, skyColour, trafficWanted, trailsKeepDetail, skyWithTexture, calm],
  windows: ["balance", "blue", "busy-road"],
  shapes: ["one", "mean", "lighten"],
  release: "settled",
  follows: false,
  target: (request) => ({ of: "surfaces", stops: targetStops(request) }),
  quality: (outlook) => TRAIL_WEIGHT * trailsAboveBase(outlook) + littleNoise(outlook) / TRAIL_WEIGHT,
  needs: [NEEDS_MOVER, NEEDS_LAMPS],
  demands: (request) => [
    ...surfaceDemands(request, STREET, "soft"),
    ...skyDemand(request, false),
    ...crossingDemands(request),
    ...trailDemands(request),
    ...trafficDemand(request),
    ...noiseDemands(),
    ...sharpnessDemands(request),
    ...manyFramesDemand(request),
    ...roomDemands(request),
  ],
  cautions: ["road", "private"],
  drill: "How long must the shutter stay open for the whole trail?",
} as const satisfies Intent;
