import { RURAL_NIGHT } from "../../facts";
import { skyDemand, surfaceDemands } from "../demands/brightness";
import { roomDemands, sharpnessDemands } from "../demands/handling";
import { faintStarsDemand, laidByStarsDemand, NIGHT_SKY_TARGET, nightSkyDemand, pointDemand } from "../demands/stars";
import { calm, coreUp, dark, dryLens, moonless, openSky } from "../factors";
import type { Intent } from "../intent";
import { NEEDS_SKY } from "../needs";
import { faintStars } from "../quality";

const LAND = "land";
/** What a dark-adapted eye sees under a dark sky, and what makes a picture of many stars. */
const NAKED_EYE_MAGNITUDE = 6.5;
const MANY_STARS_MAGNITUDE = 8;

/** Stars as points. */
export const starPoints = {
  id: "star-points",
  name: "Star points",
  goal: "Stars as points over the land, the Milky Way where it is up.",
  ground: () => LAND,
  ofStars: true,
  scene: { ...RURAL_NIGHT, windowSeconds: 1200 },
  stage: () => "salt-marsh",
  usualMinutes: 20,
  factors: [dark, moonless, coreUp, openSky, calm, dryLens],
  windows: ["clear-core", "core-in-dark", "moonless-dark"],
  shapes: ["one", "mean"],
  release: "settled",
  follows: false,
  target: () => ({ of: "sky", stops: NIGHT_SKY_TARGET }),
  quality: faintStars,
  needs: [NEEDS_SKY],
  demands: (request) => [
    ...surfaceDemands(request, LAND, "soft").filter(({ id }) => id === "surfaces-clip"),
    ...skyDemand(request, true),
    ...pointDemand(request),
    ...laidByStarsDemand(request),
    ...faintStarsDemand(NAKED_EYE_MAGNITUDE, MANY_STARS_MAGNITUDE),
    ...nightSkyDemand(),
    ...sharpnessDemands(request),
    ...roomDemands(request),
  ],
  cautions: ["dark", "cold"],
  drill: "How long do stars stay points through this lens?",
} as const satisfies Intent;
