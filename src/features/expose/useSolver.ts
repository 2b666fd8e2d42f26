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

/** Solves in a worker: the ranked recipes of a request, and the field of a line; null until they are there. */
export function useSolver(
  request: SolveRequest | null,
  recipe: Recipe,
): { readonly solved: Solution | null; readonly field: DrawnField | null } {
  const worker = useWorker(startSolve);
  const solve = useMemo(() => worker && ((asked: SolveRequest) => worker.solve(asked)), [worker]);
  const draw = useMemo(() => worker && ((asked: FieldQuestion) => worker.field(asked.request, asked.recipe)), [worker]);
  const solved = useLatest(solve, request)?.answer ?? null;
  const asks = solved !== null && solved.asks.length > 0;
  const question = useMemo(() => (request && !asks ? { request, recipe } : null), [request, recipe, asks]);
  const field = useLatest(draw, question)?.answer ?? null;
  return { solved, field: asks ? NO_FIELD : field };
}
