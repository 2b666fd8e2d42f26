"use client";

import { useMemo } from "react";
import type { SolveRequest } from "@/core/intent";
import { type filtersOf, inOwnNotation } from "@/core/shot";
import { startSolve } from "@/workers/clients";
import { useLatest } from "@/workers/useLatest";
import { useWorker } from "@/workers/useWorker";

/** A recipe that the picture can be set beside. */
export interface Other {
  readonly line: string;
  readonly name: string;
}

/** The solver's recipes for a shot, to be seen beside its own line; none until they are worked out. */
export function useOthers(request: SolveRequest, filters: ReturnType<typeof filtersOf>, own: string): readonly Other[] {
  const worker = useWorker(startSolve, true);
  const solve = useMemo(() => worker && ((asked: SolveRequest) => worker.solve(asked)), [worker]);
  const solution = useLatest(solve, request);
  return useMemo(() => {
    const recipes = solution ? inOwnNotation(solution.answer.recipes, filters) : [];
    return recipes.flatMap(({ line, bestAt }, index) =>
      line === own ? [] : [{ line, name: `recipe ${index + 1}: ${bestAt}` }],
    );
  }, [solution, filters, own]);
}
