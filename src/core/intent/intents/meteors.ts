import { RURAL_NIGHT } from "../../facts";
import { skyDemand, surfaceDemands } from "../demands/brightness";
import { roomDemands, sharpnessDemands } from "../demands/handling";
import { faintStarsDemand, NIGHT_SKY_TARGET, nightSkyDemand, pointDemand, watchDemands } from "../demands/stars";
import { dark, dryLens, meteorsFall, moonless, openSky } from "../factors";
import type { Intent } from "../intent";
import { NEEDS_SKY } from "../needs";
import { faintStars } from "../quality";

const LAND = "land";
/** A meteor is spread along its streak: where stars of magnitude 6 stand out, those seen by eye do. */
const STREAK_MAGNITUDE = 6;
const FAINT_STREAK_MAGNITUDE = 7.5;

/** Many short frames without gaps, for the one that holds a streak. */
export const meteors = {
  id: "meteors",
  name: "Meteors and satellites",
  goal: "Many short frames without gaps; a few hold a streak.",
  ground: () => LAND,
  ofStars: true,
  scene: { ...RURAL_NIGHT, windowSeconds: 5400 },
  stage: () => "salt-marsh",
  usualMinutes: 90,
  factors: [dark, moonless, meteorsFall, openSky, dryLens],
  windows: ["shower", "clear-dark", "moonless-dark"],
  shapes: ["burst"],
  release: "settled",
  follows: false,
  target: () => ({ of: "sky", stops: NIGHT_SKY_TARGET }),
  quality: faintStars,
  needs: [NEEDS_SKY],
  demands: (request) => [
    ...surfaceDemands(request, LAND, "soft").filter(({ id }) => id === "surfaces-clip"),
    ...skyDemand(request, true),
    ...pointDemand(request),
    ...watchDemands(),
    ...faintStarsDemand(STREAK_MAGNITUDE, FAINT_STREAK_MAGNITUDE),
    ...nightSkyDemand(),
    ...sharpnessDemands(request),
    ...roomDemands(request),
  ],
  cautions: ["dark", "cold"],
  drill: "Which of these frames hold a streak?",
} as const satisfies Intent;
