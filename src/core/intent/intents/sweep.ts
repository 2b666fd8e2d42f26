import { STILL_PLACE } from "../../facts";
import { sweepDemands } from "../demands/action";
import { noiseDemands, skyDemand, surfaceDemands, targetStops } from "../demands/brightness";
import { acrossDemand, roomDemands } from "../demands/handling";
import { dimLight, someLight, trafficWanted } from "../factors";
import type { Intent } from "../intent";
import { NEEDS_MOVER } from "../needs";
import { littleNoise } from "../quality";

const ground = (sceneEv: number): string => (sceneEv >= -1 ? "street" : "land");

/** The subject sharp, the background drawn out by turning with it. */
export const sweep = {
  id: "sweep",
  name: "Sweep with the subject",
  goal: "A sharp subject before a streaked background.",
  ground,
  ofStars: false,
  scene: {
    ...STILL_PLACE,
    sceneEv: 5,
    mover: { distanceM: 8, speedMps: 5, headingDegFromPerpendicular: 0 },
    support: "hand",
  },
  stage: () => "skate-yard",
  usualMinutes: 10,
  factors: [dimLight, someLight, trafficWanted],
  windows: ["balance", "busy-road"],
  shapes: ["one"],
  release: "at-once",
  follows: true,
  target: (request) => ({ of: "surfaces", stops: targetStops(request) }),
  quality: littleNoise,
  needs: [NEEDS_MOVER],
  // The phone is turned on purpose: what would shake it along the sweep does not matter beside that.
  demands: (request) => [
    ...surfaceDemands(request, ground(request.sceneEv), "soft"),
    ...skyDemand(request, false),
    ...sweepDemands(request),
    ...acrossDemand(request),
    ...noiseDemands(),
    ...roomDemands(request),
  ],
  cautions: ["road", "people"],
  drill: "How fast do you turn to keep up with it?",
} as const satisfies Intent;
