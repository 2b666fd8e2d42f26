import { filterStops, type NeutralFilter } from "../light";
import { printRecipe } from "../recipe";
import type { SolvedRecipe } from "../solve";

/** A filter of the kit as shots use it. */
export interface KitFilter {
  readonly name: string;
  /** To a hundredth, as recipe lines write it. */
  readonly stops: number;
  /** As its owner writes it. */
  readonly filter: NeutralFilter;
}

/** The kit's filters in stops, the weakest first. */
export function filtersOf({
  filters,
}: {
  readonly filters: readonly (NeutralFilter & { readonly name: string })[];
}): KitFilter[] {
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
