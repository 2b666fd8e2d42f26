import type { SolveRequest } from "@/core/intent";
import { nearestRung } from "@/core/light";
import type { Recipe } from "@/core/recipe";
import type { KitFilter } from "@/core/shot";
import { ALIKE_METHODS, methodOf, USUAL_METHOD } from "@/core/stack";

/** What there is to choose from. */
export interface Choices {
  readonly camera: Pick<SolveRequest["camera"], "shutterLadder" | "isoLadder">;
  readonly filters: readonly KitFilter[];
}

/** Parts of a recipe that go by steps. */
export type SteppedPart = "shutter" | "iso" | "filter" | "frames" | "method";

const MOST_FRAMES = 999;

const within = (at: number, count: number): number => Math.max(0, Math.min(count - 1, at));
const stepOf = (ladder: readonly number[], value: number, by: number): number =>
  ladder[within(ladder.indexOf(nearestRung(ladder, value)) + by, ladder.length)]!;

/** A recipe with one of its parts some steps on, from what the phone and the kit have; as it was where there are none. */
export function stepped(recipe: Recipe, part: SteppedPart, by: number, { camera, filters }: Choices): Recipe {
  const { sequence } = recipe;
  if (sequence === null) return recipe;
  switch (part) {
    case "shutter": {
      const shutterSeconds = stepOf(camera.shutterLadder, sequence.shutterSeconds, by);
      // Frames that would overlap follow each other as soon as they can.
      const periodSeconds =
        sequence.periodSeconds !== null && sequence.periodSeconds < shutterSeconds ? null : sequence.periodSeconds;
      return { ...recipe, sequence: { ...sequence, shutterSeconds, periodSeconds } };
    }
    case "iso":
      return { ...recipe, iso: stepOf(camera.isoLadder, recipe.iso ?? camera.isoLadder[0]!, by) };
    case "filter": {
      const own = [[], ...filters.map(({ filter }) => [filter])];
      const now = own.findIndex((each) => JSON.stringify(each) === JSON.stringify(recipe.filters));
      return { ...recipe, filters: own[(Math.max(0, now) + by + own.length) % own.length]! };
    }
    case "frames": {
      const frames = Math.max(1, Math.min(MOST_FRAMES, sequence.frames + by));
      if (frames === 1)
        return {
          ...recipe,
          stack: null,
          align: null,
          bracketStops: null,
          rampStops: null,
          sequence: { ...sequence, frames, periodSeconds: null },
        };
      return { ...recipe, stack: recipe.stack ?? USUAL_METHOD, sequence: { ...sequence, frames } };
    }
    case "method": {
      if (sequence.frames === 1 || (recipe.stack !== null && methodOf(recipe.stack).frames === "bracket"))
        return recipe;
      const now = recipe.stack === null ? -1 : ALIKE_METHODS.indexOf(recipe.stack);
      return { ...recipe, stack: ALIKE_METHODS[(now + by + ALIKE_METHODS.length) % ALIKE_METHODS.length]! };
    }
    default:
      return part satisfies never;
  }
}
