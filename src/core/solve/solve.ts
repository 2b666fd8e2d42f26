import { intentOf, type RecipeShape, type SolveRequest } from "../intent";
import type { Outlook } from "../outlook";
import { printRecipe, type Recipe } from "../recipe";
import { type Candidate, candidatesOf } from "./candidates";
import { beyondReach, choose, compare, type Verdict, verdictOf } from "./choose";
import { demandsOf, judge, sentenceOf } from "./judge";

/** How a demand stands in a recipe, as it is told. */
export interface RecipeDemand {
  readonly id: string;
  readonly hard: boolean;
  readonly met: boolean;
  /** Whether nothing within reach meets it, so that it is not held against the recipe. */
  readonly beyond: boolean;
  readonly sentence: string;
}

/** A ranked recipe. */
export interface SolvedRecipe {
  readonly shape: RecipeShape;
  readonly recipe: Recipe;
  readonly line: string;
  readonly filterStops: number;
  readonly verdict: Verdict;
  /** What it does better than the others. */
  readonly bestAt: string;
  /** What was missed first, then what is met. */
  readonly demands: readonly RecipeDemand[];
  readonly outlook: Outlook;
}

/** What the solver found. */
export interface Solution {
  readonly recipes: readonly SolvedRecipe[];
  /** Ids of soft demands that no recipe meets which meets the hard ones; they are not held against any. */
  readonly beyond: readonly string[];
  /** What must be known before anything can be worked out; then there are no recipes. */
  readonly asks: readonly string[];
}

/** How far an outlook lies from where an intent wants it, stops. */
export function offTarget(request: SolveRequest): (outlook: Outlook) => number {
  const { of, stops } = intentOf(request.intent).target(request);
  return ({ base, sky }) => (of === "sky" && sky ? sky : base).meterStops - stops;
}

/** What a request lacks, as questions; empty where it has all that its intent needs. */
export const asksOf = (request: SolveRequest): readonly string[] =>
  intentOf(request.intent)
    .needs.filter(({ missing }) => missing(request))
    .map(({ ask }) => ask);

function recipeDemands(request: SolveRequest, candidate: Candidate, beyond: ReadonlySet<string>): RecipeDemand[] {
  const { demands } = judge(candidate.outlook, demandsOf(request));
  // Where a quantity misses its hard range, what it misses of its soft one need not be said.
  const failed = new Set(demands.flatMap(({ demand, miss }) => (demand.hard && miss > 0 ? [demand.read] : [])));
  const list = demands.flatMap((judged): RecipeDemand[] => {
    const { demand, miss } = judged;
    const sentence = sentenceOf(judged, candidate.outlook);
    if (sentence === "" || (demand.quiet && miss === 0) || (!demand.hard && failed.has(demand.read))) return [];
    return [{ id: demand.id, hard: demand.hard, met: miss === 0, beyond: beyond.has(demand.id), sentence }];
  });
  const weight = ({ met, hard, beyond: far }: RecipeDemand) => (met ? 3 : hard ? 0 : far ? 2 : 1);
  const sorted = list.map((each, at) => ({ each, at })).sort((a, b) => weight(a.each) - weight(b.each) || a.at - b.at);
  // A hard and a soft demand on one quantity say the same of it once.
  return sorted
    .map(({ each }) => each)
    .filter((each, i, all) => all.findIndex(({ sentence }) => sentence === each.sentence) === i);
}

/** What is chosen from: all that stands, or, where nothing does, all that there is. */
function worthKeeping(candidates: Iterable<Candidate>): readonly Candidate[] {
  const standing: Candidate[] = [];
  let failing: Candidate[] = [];
  for (const candidate of candidates) {
    if (candidate.hardMissed === 0) standing.push(candidate);
    else if (standing.length === 0) failing.push(candidate);
    else failing = [];
  }
  return standing.length > 0 ? standing : failing;
}

/** Ranked recipes for a request. */
export function solve(request: SolveRequest): Solution {
  const asks = asksOf(request);
  if (asks.length > 0) return { recipes: [], beyond: [], asks };
  const candidates = worthKeeping(candidatesOf(request));
  const beyond = beyondReach(candidates, demandsOf(request));
  const order = compare(request, offTarget(request), beyond);
  const recipes = choose(request, candidates, order, beyond).map(
    ({ candidate, bestAt }): SolvedRecipe => ({
      shape: candidate.shape,
      recipe: candidate.recipe,
      line: printRecipe(candidate.recipe),
      filterStops: candidate.filterStops,
      verdict: verdictOf(candidate, beyond),
      bestAt,
      demands: recipeDemands(request, candidate, beyond),
      outlook: candidate.outlook,
    }),
  );
  return { recipes, beyond: [...beyond], asks };
}
