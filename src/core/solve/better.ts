import type { Recipe } from "../recipe";
import type { Prediction } from "./candidate";
import { allows } from "./edges/edge";
import { fieldEdges } from "./edges/fieldEdges";
import { setupOf } from "./explain";
import type { SolveRequest } from "./request";

const CLEAN_SNR = 20;
const NEARLY_METERED_STOPS = 0.7;

/** What would have to change for a better picture than this recipe's, the most pressing first; null where nothing has to. */
export function betterBy(request: SolveRequest, recipe: Recipe, p: Prediction): string | null {
  const { sequence, iso } = recipe;
  if (sequence === null || iso === null) return null;
  const { frames, shutterSeconds } = sequence;
  const crossed = fieldEdges(request, setupOf(request, recipe)).find(
    (edge) => !edge.soft && !allows(edge, frames * shutterSeconds, iso, frames),
  );
  if (crossed) return `It lies past "${crossed.name}". ${crossed.moves}`;
  const missing = -p.meterStops;
  if (missing > NEARLY_METERED_STOPS) {
    return `${missing.toFixed(1)} stops more light, or ${Math.ceil(2 ** missing)} times the open shutter, would bring it to the meter.`;
  }
  const times = (CLEAN_SNR / p.snrMidTone) ** 2;
  return times > 1.2
    ? `A clean picture, with a signal to noise of ${CLEAN_SNR}, takes ${times.toFixed(1)} times the light: ${Math.log2(times).toFixed(1)} stops, or the mean of ${Math.ceil(times * (recipe.stack === "mean" ? frames : 1))} frames.`
    : null;
}
