import { expose } from "comlink";
import type { SolveRequest } from "../core/intent";
import type { Recipe } from "../core/recipe";
import { type Edge, fieldEdges, fieldGround, firstToMove, openRungs, type Solution, solve } from "../core/solve";

/** A line's field as it is drawn: its limits, what is open, and what would have to give way. */
export interface DrawnField {
  readonly edges: readonly Edge[];
  /** For each shutter rung and, in it, each ISO rung: the hard demands that are missed there, as bits. */
  readonly missed: readonly Uint32Array[];
  readonly openRungs: number;
  /** Demands to give way first where no ground is open, by id. */
  readonly firstToMove: readonly string[];
}

/** Solves, and works out fields. */
export const solveWorker = {
  solve: (request: SolveRequest): Solution => solve(request),

  field(request: SolveRequest, recipe: Recipe): DrawnField {
    const ground = fieldGround(request, recipe);
    return {
      edges: fieldEdges(request, recipe),
      missed: ground.missed,
      openRungs: openRungs(ground),
      firstToMove: firstToMove(ground).map(({ id }) => id),
    };
  },
};

export type SolveWorker = typeof solveWorker;
expose(solveWorker);
