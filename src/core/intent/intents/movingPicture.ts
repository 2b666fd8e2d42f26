import { STILL_PLACE } from "../../facts";
import { angleDemands } from "../demands/action";
import { noiseDemands, skyDemand, surfaceDemands, targetStops } from "../demands/brightness";
import { roomDemands } from "../demands/handling";
import { calm, skyColour, someLight } from "../factors";
import type { Intent } from "../intent";

const ground = (sceneEv: number): string => (sceneEv >= -1 ? "place" : "land");

/** Moving pictures by the shutter angle. */
export const movingPicture = {
  id: "moving-picture",
  name: "Moving picture",
  goal: "Film with a natural shutter angle.",
  ground,
  ofStars: false,
  scene: { ...STILL_PLACE, sceneEv: 6 },
  stage: () => "skate-yard",
  usualMinutes: 10,
  factors: [someLight, skyColour, calm],
  windows: ["golden", "balance"],
  shapes: ["one"],
  release: "at-once",
  follows: false,
  target: (request) => ({ of: "surfaces", stops: targetStops(request) }),
  quality: ({ shutterAngleDeg }, { schools }) => -10 * Math.abs(Math.log2(shutterAngleDeg / schools.shutterAngleDeg)),
  needs: [],
  // A film forgives a press: it is cut off.
  demands: (request) => [
    ...surfaceDemands(request, ground(request.sceneEv), "soft"),
    ...skyDemand(request, false),
    ...angleDemands(request),
    ...noiseDemands(),
    ...roomDemands(request),
  ],
  cautions: ["people"],
  drill: "Which shutter gives this frame rate a natural angle?",
} as const satisfies Intent;
