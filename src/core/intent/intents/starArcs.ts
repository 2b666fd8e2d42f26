import { RURAL_NIGHT } from "../../facts";
import { skyDemand, surfaceDemands } from "../demands/brightness";
import { roomDemands, sharpnessDemands } from "../demands/handling";
import { arcDemands, arcStarsDemand, lastingSkyDemand, NIGHT_SKY_TARGET, nightSkyDemand } from "../demands/stars";
import { calm, dark, dryLens, moonless, openSky } from "../factors";
import type { Intent } from "../intent";
import { NEEDS_SKY } from "../needs";
import { faintStars } from "../quality";

const LAND = "land";
/** Arcs of the constellations' own stars, and of as many as fill the sky. */
const CONSTELLATION_MAGNITUDE = 4.5;
const FILLED_MAGNITUDE = 6;

/** Stars as arcs about the pole. */
export const starArcs = {
  id: "star-arcs",
  name: "Star arcs",
  goal: "An hour or more of the sky's turning.",
  ground: () => LAND,
  ofStars: true,
  scene: { ...RURAL_NIGHT, windowSeconds: 3900 },
  stage: () => "salt-marsh",
  // An hour of turning, the delay before it, and a look at the first frame.
  usualMinutes: 65,
  factors: [dark, moonless, openSky, calm, dryLens],
  windows: ["clear-dark", "moonless-dark", "dark"],
  shapes: ["sequence"],
  release: "settled",
  follows: false,
  target: () => ({ of: "sky", stops: NIGHT_SKY_TARGET }),
  quality: faintStars,
  needs: [NEEDS_SKY],
  demands: (request) => [
    ...surfaceDemands(request, LAND, "soft").filter(({ id }) => id === "surfaces-clip"),
    ...skyDemand(request, true),
    ...arcDemands(),
    ...lastingSkyDemand(request),
    ...arcStarsDemand(CONSTELLATION_MAGNITUDE, FILLED_MAGNITUDE),
    ...nightSkyDemand(),
    ...sharpnessDemands(request),
    ...roomDemands(request),
  ],
  cautions: ["dark", "cold"],
  drill: "Do the gaps between the frames show in the arcs?",
} as const satisfies Intent;
