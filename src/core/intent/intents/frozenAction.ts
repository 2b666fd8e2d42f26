import { STILL_PLACE } from "../../facts";
import { frozenDemands } from "../demands/action";
import { noiseDemands, skyDemand, surfaceDemands, targetStops } from "../demands/brightness";
import { roomDemands, sharpnessDemands } from "../demands/handling";
import { someLight, wakeful } from "../factors";
import type { Intent } from "../intent";
import { NEEDS_MOVER } from "../needs";
import { littleNoise } from "../quality";

const ground = (sceneEv: number): string => (sceneEv >= -1 ? "place" : "land");

/** Something that moves, held sharp. */
export const frozenAction = {
  id: "frozen-action",
  name: "Frozen action",
  goal: "Something quick, sharp, in little light.",
  ground,
  ofStars: false,
  scene: { ...STILL_PLACE, sceneEv: 7, mover: { distanceM: 8, speedMps: 3, headingDegFromPerpendicular: 0 } },
  stage: () => "skate-yard",
  usualMinutes: 10,
  factors: [someLight, wakeful],
  windows: ["golden", "balance"],
  shapes: ["one"],
  release: "at-once",
  follows: false,
  target: (request) => ({ of: "surfaces", stops: targetStops(request) }),
  quality: littleNoise,
  needs: [NEEDS_MOVER],
  demands: (request) => [
    ...surfaceDemands(request, ground(request.sceneEv), "soft"),
    ...skyDemand(request, false),
    ...frozenDemands(),
    ...noiseDemands(),
    ...sharpnessDemands(request),
    ...roomDemands(request),
  ],
  cautions: ["people"],
  drill: "Blur or noise: where does this light stop the subject?",
} as const satisfies Intent;
