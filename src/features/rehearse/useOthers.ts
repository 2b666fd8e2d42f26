"use client";

import { useMemo } from "react";
import type { SolveRequest } from "@/core/intent";
import { printRecipe, type Recipe } from "@/core/recipe";
import { type filtersOf, inOwnNotation } from "@/core/shot";
import { ALIKE_METHODS } from "@/core/stack";
import { startSolve } from "@/workers/clients";
import { useLatest } from "@/workers/useLatest";
import { useWorker } from "@/workers/useWorker";

/** A recipe that the picture can be set beside. */
export interface Other {
  readonly line: string;
  readonly name: string;
}

/** The same frames fused in the other ways. */
const otherWays = (recipe: Recipe): Other[] =>
  recipe.sequence === null || recipe.sequence.frames === 1 || recipe.bracketStops !== null
    ? []
    : ALIKE_METHODS.filter((method) => method !== recipe.stack).map((stack) => ({
        line: printRecipe({ ...recipe, stack }),
        name: `the same frames by ${stack}`,
      }));

/** What a shot's line can be seen beside: its frames fused otherwise, and the solver's recipes once they are worked out. */
export function useOthers(
  request: SolveRequest,
  filters: ReturnType<typeof filtersOf>,
  recipe: Recipe,
): readonly Other[] {
  const own = printRecipe(recipe);
  const worker = useWorker(startSolve, true);
  const solve = useMemo(() => worker && ((asked: SolveRequest) => worker.solve(asked)), [worker]);
  const solution = useLatest(solve, request);
  return useMemo(() => {
    const recipes = solution ? inOwnNotation(solution.answer.recipes, filters) : [];
    const solved = recipes.flatMap(({ line, bestAt }, index) =>
      line === own ? [] : [{ line, name: `recipe ${index + 1}: ${bestAt}` }],
    );
    return [...otherWays(recipe), ...solved];
  }, [solution, filters, own, recipe]);
}
