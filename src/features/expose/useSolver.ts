"use client";

import { useMemo } from "react";
import type { SolveRequest } from "@/core/intent";
import type { Recipe } from "@/core/recipe";
import type { Solution } from "@/core/solve";
import { startSolve } from "@/workers/clients";
import type { DrawnField } from "@/workers/solve.worker";
import { useLatest } from "@/workers/useLatest";
import { useWorker } from "@/workers/useWorker";

interface FieldQuestion {
  readonly request: SolveRequest;
  readonly recipe: Recipe;
}

const NO_FIELD: DrawnField = { edges: [], missed: [], openRungs: 0, firstToMove: [] };

interface Solved {
  readonly solved: Solution | null;
  readonly field: DrawnField | null;
  /** Whether they still are those of an earlier question. */
  readonly busy: boolean;
}

/** Solves in a worker: the ranked recipes of a request, and the field of a line; null until they are there. */
export function useSolver(request: SolveRequest | null, recipe: Recipe): Solved {
  const worker = useWorker(startSolve);
  const solve = useMemo(() => worker && ((asked: SolveRequest) => worker.solve(asked)), [worker]);
  const draw = useMemo(() => worker && ((asked: FieldQuestion) => worker.field(asked.request, asked.recipe)), [worker]);
  const solution = useLatest(solve, request);
  const solved = solution?.answer ?? null;
  const asks = solved !== null && solved.asks.length > 0;
  const question = useMemo(() => (request && !asks ? { request, recipe } : null), [request, recipe, asks]);
  const drawn = useLatest(draw, question);
  const busy = solution?.question !== request || (!asks && drawn?.question !== question);
  return { solved, field: asks ? NO_FIELD : (drawn?.answer ?? null), busy };
}
