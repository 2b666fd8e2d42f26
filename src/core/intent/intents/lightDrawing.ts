import { STILL_PLACE } from "../../facts";
import { DRAWING_SECONDS, drawingDemands } from "../demands/action";
import { skyDemand, surfaceDemands } from "../demands/brightness";
import { roomDemands, sharpnessDemands } from "../demands/handling";
import { trailDemands } from "../demands/passing";
import { calm, dark, quietRoad } from "../factors";
import type { Intent } from "../intent";
import { NEEDS_LAMPS, NEEDS_MOVER } from "../needs";

const ground = (sceneEv: number): string => (sceneEv >= -1 ? "place" : "land");
/** Dark enough for the drawing, bright enough for what stands around it, stops from the meter. */
const BEHIND_A_DRAWING_STOPS = -2;

/** A figure drawn with a lamp. */
export const lightDrawing = {
  id: "light-drawing",
  name: "Light drawing",
  goal: "A hand lamp draws while the shutter is open.",
  ground,
  ofStars: false,
  scene: {
    ...STILL_PLACE,
    sceneEv: -2,
    // A lantern in a hand that draws at arm's speed.
    mover: { distanceM: 6, speedMps: 1.5, headingDegFromPerpendicular: 0 },
    lamps: ["lantern"],
    windowSeconds: 900,
  },
  stage: () => "lantern-walk",
  usualMinutes: 15,
  factors: [dark, quietRoad, calm],
  windows: ["dark", "quiet-road"],
  shapes: ["one"],
  release: "settled",
  follows: false,
  target: () => ({ of: "surfaces", stops: BEHIND_A_DRAWING_STOPS }),
  // No second more than it takes: stray light gathers while somebody draws.
  quality: () => 0,
  needs: [NEEDS_MOVER, NEEDS_LAMPS],
  demands: (request) => [
    ...surfaceDemands(request, ground(request.sceneEv), "soft").filter(
      ({ id }) => id !== "brightness" && id !== "lightness",
    ),
    ...skyDemand(request, false),
    ...drawingDemands(ground(request.sceneEv)),
    ...trailDemands(request),
    ...sharpnessDemands(request),
    ...roomDemands(request),
  ],
  cautions: ["dark", "flash"],
  drill: `What can be drawn in ${DRAWING_SECONDS} s, and does whoever draws show?`,
} as const satisfies Intent;
