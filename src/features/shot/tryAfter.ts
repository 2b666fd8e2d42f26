import { intentOf } from "@/core/intent";
import { stackedFilterStops } from "@/core/light";
import type { Recipe } from "@/core/recipe";
import type { MotionBounds } from "@/core/solve";
import { type NextTry, nextTry, type TestReading, type TrySettings } from "@/core/testFrame";
import type { useShotRequest } from "./useShotRequest";

/** A shot as the solver is asked for it, with the kit's filters. */
type AskedShot = NonNullable<ReturnType<typeof useShotRequest>["asked"]>;

/** What to set after a frame of a shot, and what it is held against. */
export interface TryAfter {
  /** Null where the frame is near enough. */
  readonly next: NextTry | null;
  /** Where what is asked for comes to lie, stops from the meter's level, and whether that is the sky. */
  readonly targetStops: number;
  readonly ofSky: boolean;
}

/** What to set for the next frame of a shot after one with these settings came out as it did. */
export function tryAfter(
  { request }: AskedShot,
  bounds: MotionBounds,
  reading: TestReading,
  settings: TrySettings,
): TryAfter {
  const { camera, intent, schools, filterStops } = request;
  const { stops, of } = intentOf(intent).target(request);
  const next = nextTry(reading, stops, settings, {
    shutterLadder: camera.shutterLadder,
    isoLadder: camera.isoLadder,
    leastShutterSeconds: bounds.leastSeconds,
    mostShutterSeconds: bounds.mostSeconds,
    mostIso: schools.isoCeiling ?? camera.isoLadder.at(-1)!,
    filterStops,
    fuses: intentOf(intent).shapes.some((shape) => shape === "mean" || shape === "median" || shape === "lighten"),
  });
  return { next, targetStops: stops, ofSky: of === "sky" };
}

/** A recipe with other settings; frames that would overlap follow each other as soon as they can. */
function withSettings(
  recipe: Recipe,
  { shutterSeconds, iso, filterStops }: TrySettings,
  filters: Recipe["filters"] | null,
) {
  const { sequence } = recipe;
  if (sequence === null) return recipe;
  const period = sequence.periodSeconds;
  const periodSeconds = period !== null && period < shutterSeconds ? null : period;
  const changed = { ...recipe, iso, sequence: { ...sequence, shutterSeconds, periodSeconds } };
  return stackedFilterStops(recipe.filters) === filterStops || filters === null ? changed : { ...changed, filters };
}

/** A recipe with what is proposed in it. */
export function recipeWith({ filters }: AskedShot, recipe: Recipe, next: NextTry | null): Recipe {
  if (!next) return recipe;
  const filter = filters.find(({ stops }) => stops === next.settings.filterStops);
  return withSettings(recipe, next.settings, next.settings.filterStops === 0 ? [] : filter ? [filter.filter] : null);
}
