import type { KitReply } from "@/contracts/kit";
import { filterStops, type NeutralFilter } from "@/core/light";
import { printRecipe } from "@/core/recipe";
import type { SolvedRecipe } from "@/core/solve";

/** A filter of the kit as the stations use it. */
export interface KitFilter {
  readonly name: string;
  /** To a hundredth, as recipe lines write it. */
  readonly stops: number;
  /** As its owner writes it. */
  readonly filter: NeutralFilter;
}

/** The kit's filters in stops, the weakest first. */
export function filtersOf({ filters }: Pick<KitReply, "filters">): KitFilter[] {
  return filters
    .map(({ name, notation, value }) => {
      const filter = { notation, value };
      return { name, filter, stops: Math.round(100 * filterStops(filter)) / 100 };
    })
    .sort((a, b) => a.stops - b.stops);
}

/** Solved recipes with filters as their owner writes them, and not as stops alone. */
export function inOwnNotation(recipes: readonly SolvedRecipe[], filters: readonly KitFilter[]): SolvedRecipe[] {
  return recipes.map((solved) => {
    const own = filters.find(({ stops }) => stops === solved.filterStops);
    if (!own) return solved;
    const recipe = { ...solved.recipe, filters: [own.filter] };
    return { ...solved, recipe, line: printRecipe(recipe) };
  });
}
