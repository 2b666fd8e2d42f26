import type { Recipe } from "../recipe";
import type { Prediction } from "./candidate";
import { allows, type Edge } from "./edges/edge";
import { fieldEdges } from "./edges/fieldEdges";
import { setupOf } from "./explain";
import type { SolveRequest } from "./request";

const CLEAN_SNR = 20;
const NEARLY_METERED_STOPS = 0.7;

/** The first hard limit that a recipe lies past; undefined where it keeps to all. */
export function crossedEdge(request: SolveRequest, recipe: Recipe): Edge | undefined {
  const { sequence, iso } = recipe;
  if (sequence === null || iso === null) return undefined;
  const { frames, shutterSeconds } = sequence;
  return fieldEdges(request, setupOf(request, recipe)).find(
    (edge) => !edge.soft && !allows(edge, frames * shutterSeconds, iso, frames),
  );
}

/**
 * What would have to change for a better picture than this recipe's, the most pressing first; null where nothing has to.
 *
 * @param crossed The limit that it lies past, if any.
 * @param shortened What to do where the run ends before its time; null where it does not.
 */
export function betterBy(p: Prediction, crossed: Edge | undefined, shortened: string | null): string | null {
  if (crossed) return `It lies past "${crossed.name}". ${crossed.moves}`;
  if (shortened !== null) return shortened;
  const missing = -p.meterStops;
  if (missing > NEARLY_METERED_STOPS) {
    return `${missing.toFixed(1)} stops more light, or ${Math.ceil(2 ** missing)} times the open shutter, would bring it to the meter.`;
  }
  const times = (CLEAN_SNR / p.snrMidTone) ** 2;
  return times > 1.2
    ? `A clean picture, with a signal to noise of ${CLEAN_SNR}, takes ${times.toFixed(1)} times the light, ${Math.log2(times).toFixed(1)} stops: a brighter hour, or that many times the frames by mean where nothing moves between them.`
    : null;
}
