import { STILL_PLACE } from "../../facts";
import { discDemands } from "../demands/action";
import { noiseDemands, skyDemand, surfaceDemands, targetStops } from "../demands/brightness";
import { manyFramesDemand, roomDemands, sharpnessDemands } from "../demands/handling";
import { lampsLit, skyColour } from "../factors";
import type { Intent } from "../intent";
import { NEEDS_DISTANCES } from "../needs";
import { littleNoise } from "../quality";

const SUBJECT = "subject";

/** A near subject before discs of light. */
export const glowingBackground = {
  id: "glowing-background",
  name: "Glowing background",
  goal: "Far lamps as discs behind something near.",
  ground: () => SUBJECT,
  ofStars: false,
  scene: { ...STILL_PLACE, sceneEv: 3, subjectM: 0.4, backgroundM: 60 },
  stage: () => "lantern-walk",
  usualMinutes: 10,
  factors: [lampsLit, skyColour],
  windows: ["balance", "blue"],
  shapes: ["one", "mean"],
  release: "settled",
  follows: false,
  target: (request) => ({ of: "surfaces", stops: targetStops(request) }),
  quality: littleNoise,
  needs: [NEEDS_DISTANCES],
  demands: (request) => [
    ...surfaceDemands(request, SUBJECT, "soft"),
    ...skyDemand(request, false),
    ...discDemands(),
    ...noiseDemands(),
    ...sharpnessDemands(request),
    ...manyFramesDemand(request),
    ...roomDemands(request),
  ],
  cautions: ["people"],
  drill: "From how near do the lamps behind become discs?",
} as const satisfies Intent;
