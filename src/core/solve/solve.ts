import { isOfStars } from "../intent";
import { framesForCleanMedian } from "../motion";
import { hyperfocalMetres } from "../optics";
import { type Focus, printRecipe, type Recipe, type StackMethod, type WhiteBalance } from "../recipe";
import { advise } from "./advise";
import { betterBy, crossedEdge } from "./better";
import { bracketReach } from "./bracket";
import {
  BRACKET_STOPS,
  type Candidate,
  frameOutlook,
  framesLasting,
  type Prediction,
  predict,
  type RecipeKind,
  sequenceOf,
} from "./candidate";
import { BARE_SETUP, type Edge } from "./edges/edge";
import { fieldEdges } from "./edges/fieldEdges";
import { CLEAN_PROBABILITY } from "./edges/motionEdges";
import { meterStops } from "./exposure";
import { type Context, contextOf, mostScore, reasonsOf, scoreOf } from "./judge";
import type { SolveRequest } from "./request";
import { roomFor, shortenedBy } from "./room";

/** How well a recipe does. */
export type Verdict = "works" | "compromise" | "fails";

/** A ranked recipe. */
export interface SolvedRecipe {
  readonly kind: RecipeKind;
  readonly recipe: Recipe;
  readonly line: string;
  readonly filterStops: number;
  readonly verdict: Verdict;
  /** 0 to 1. */
  readonly score: number;
  readonly reasons: readonly string[];
  /** What would have to change for a better picture; null where nothing has to. */
  readonly better: string | null;
  readonly predicted: Prediction;
}

/** What the solver found. */
export interface Solution {
  readonly recipes: readonly SolvedRecipe[];
  readonly edges: readonly Edge[];
  /** What opens the ground and what that costs, and when another tool is better. */
  readonly advice: readonly string[];
}
const FRAME_COUNTS = [1, 2, 4, 8, 16, 32, 64, 128] as const;
const BRACKETS = [3, 5] as const;
const MOST_RECIPES = 6;
/** Blur discs up to this many pixels count as sharp. */
const SHARP_PX = 2;
/** More frames than this are too many to fuse by mean or lighten for one picture. */
const MOST_FUSED = 256;
const MOST_STOPS_AWAY = 5;
/** Worse than the worst: what fails altogether is still shown where nothing else is there. */
const NOTHING = -1;
/** Recipes that do worse than this are not shown while others do better; where none does, the best of them is. */
const LEAST_SHOWN = 0.1;
const WORKS_FROM = 0.6;
const COMPROMISE_FROM = 0.25;

/** What moves in these would not lie on itself from frame to frame. */
const ONE_FRAME: ReadonlySet<string> = new Set(["moving-picture", "frozen-action", "sweep", "star-points"]);

function stackOf(kind: RecipeKind): StackMethod | null {
  // Trails over a mean base: the brightest of many frames alone has a noisier ground.
  if (kind === "lighten") return "lighten over mean";
  if (kind === "mean" || kind === "median") return kind;
  if (kind === "bracket") return "fuse";
  return kind === "sequence" || kind === "burst" ? "lighten" : null;
}

/** Whether the phone holds the shortest and the longest frame of a bracket around a shutter time. */
function bracketFits({ camera }: SolveRequest, shutterSeconds: number, frames: number): boolean {
  const reach = 2 ** bracketReach(frames, BRACKET_STOPS);
  const { shutterLadder } = camera;
  return shutterSeconds / reach >= shutterLadder[0]! && shutterSeconds * reach <= shutterLadder.at(-1)!;
}

/** The kinds and frame counts worth trying for an intent. */
function plans(
  request: SolveRequest,
  { neededSeconds }: Context,
  shutterSeconds: number,
): { readonly kind: RecipeKind; readonly frames: number }[] {
  const { intent, crowd, schools } = request;
  const fits = roomFor(request, shutterSeconds).frames;
  if (intent === "star-arcs") return [{ kind: "sequence", frames: fits }];
  if (intent === "meteors") return [{ kind: "burst", frames: fits }];
  if (ONE_FRAME.has(intent)) return [{ kind: "single", frames: 1 }];
  const enough = neededSeconds === null ? 1 : framesLasting(neededSeconds, shutterSeconds);
  const most = Math.min(fits, MOST_FUSED);
  const several = [...new Set([...FRAME_COUNTS, enough])].filter((frames) => frames > 1 && frames <= most);
  const list: { kind: RecipeKind; frames: number }[] = [{ kind: "single", frames: 1 }];
  list.push(...several.map((frames) => ({ kind: "mean" as const, frames })));
  if (intent === "light-trails") list.push(...several.map((frames) => ({ kind: "lighten" as const, frames })));
  if (intent === "still-view") {
    const fitting = BRACKETS.filter((frames) => bracketFits(request, shutterSeconds, frames));
    list.push(...fitting.map((frames) => ({ kind: "bracket" as const, frames })));
  }
  if (intent === "emptied-place" && crowd) {
    const frames = framesForCleanMedian(crowd.occupancy, CLEAN_PROBABILITY);
    const apart = roomFor(request, Math.max(shutterSeconds, crowd.dwellSeconds - request.camera.writeSeconds)).frames;
    // Fewer than it takes, and an odd number of them, still empty most of the place.
    if (frames !== null && apart > 2)
      list.push({ kind: "median", frames: Math.min(frames, apart - ((apart + 1) % 2)) });
  }
  return schools.frames === "one" ? list : list.filter(({ frames }) => frames > 1 || several.length === 0);
}

/** Rungs of the ISO ladder around the one that brings a shutter time to the wanted brightness, and the noise ceiling. */
function isosAround(request: SolveRequest, context: Context, shutterSeconds: number, filterStops: number): number[] {
  const { camera, schools } = request;
  const lowest = camera.isoLadder[0]!;
  const isoLadder = camera.isoLadder.filter((iso) => iso === lowest || iso <= (schools.isoCeiling ?? iso));
  const missing = context.targetStops - meterStops(request, { shutterSeconds, iso: lowest, filterStops });
  const wanted = lowest * 2 ** missing;
  const above = isoLadder.findIndex((iso) => iso >= wanted);
  const at = above < 0 ? isoLadder.length - 1 : above;
  const around = isoLadder.slice(Math.max(0, at - 1), at + 1);
  // Where that is noisier than usable, the cleanest that is darker may be better.
  const clean = isoLadder.findLast((iso) => iso <= context.isoCeiling);
  return clean !== undefined && around.every((iso) => iso > clean) ? [...around, clean] : around;
}

/** The focus that a school sets: stars lie at infinity; by distance, the hyperfocal one, to a decimetre. */
function focusOf({ intent, camera, schools }: SolveRequest): Focus {
  if (isOfStars(intent) || schools.focus === "infinity") return { kind: "infinity" };
  if (schools.focus !== "distance") return { kind: "lock" };
  const { focalLengthMm, fNumber, pitchUm } = camera.lens;
  const circleOfConfusionMm = (SHARP_PX * pitchUm) / 1000;
  const metres = hyperfocalMetres({ focalLengthMm, fNumber, circleOfConfusionMm });
  return { kind: "distance", metres: Math.round(metres * 10) / 10 };
}

function whiteBalanceOf({ schools }: SolveRequest, frames: number): WhiteBalance | null {
  if (schools.whiteBalance === "raw" && schools.files !== "jpeg") return { kind: "raw" };
  if (schools.whiteBalance === "locked") return { kind: "lock" };
  // A single JPEG may keep the automatic balance; frames to be fused must all have the same.
  return frames > 1 || schools.whiteBalance === "fixed" ? { kind: "kelvin", kelvin: schools.kelvin } : null;
}

function recipeOf(request: SolveRequest, candidate: Candidate): Recipe {
  const { iso, filterStops, frames } = candidate;
  return {
    ...sequenceOf(request, candidate),
    iso,
    filters: filterStops > 0 ? [{ notation: "stops", value: Math.round(filterStops * 100) / 100 }] : [],
    whiteBalance: whiteBalanceOf(request, frames),
    focus: focusOf(request),
  };
}

/** What works keeps to every hard limit of the field; what scores as well but lies past one is a compromise. */
function verdictOf(score: number, keepsToLimits: boolean): Verdict {
  if (score >= WORKS_FROM && keepsToLimits) return "works";
  return score >= COMPROMISE_FROM ? "compromise" : "fails";
}

const RANK = { works: 0, compromise: 1, fails: 2 } as const;

interface Scored {
  readonly candidate: Candidate;
  readonly score: number;
}

/** Ranked recipes of every kind, the limits they keep to, and what to change when none works. */
export function solve(request: SolveRequest): Solution {
  const context = contextOf(request);
  const found: Scored[] = [];
  for (const filterStops of [0, ...request.filterStops]) {
    const best = new Map<RecipeKind, Scored>();
    for (const shutterSeconds of request.camera.shutterLadder) {
      const planned = plans(request, context, shutterSeconds);
      for (const iso of isosAround(request, context, shutterSeconds, filterStops)) {
        const frame = frameOutlook(request, { shutterSeconds, iso, filterStops });
        if (Math.abs(frame.meterStops) >= MOST_STOPS_AWAY) continue;
        for (const plan of planned) {
          const kind = plan.kind === "single" && filterStops > 0 ? "filter" : plan.kind;
          const stack = stackOf(kind);
          const candidate: Candidate = { kind, shutterSeconds, iso, filterStops, frames: plan.frames, stack };
          const before = best.get(kind)?.score ?? NOTHING;
          if (mostScore(request, context, candidate, frame.meterStops) <= before) continue;
          const predicted = predict(request, candidate, sequenceOf(request, candidate), frame);
          const score = scoreOf(request, context, candidate, predicted);
          if (score > before) best.set(kind, { candidate, score });
        }
      }
    }
    found.push(...best.values());
  }
  const sorted = found.sort((a, b) => b.score - a.score);
  const good = sorted.filter(({ score }) => score >= LEAST_SHOWN);
  const ranked = good.length > 0 ? good.slice(0, MOST_RECIPES) : sorted.slice(0, 1);
  const recipes = ranked.map(({ candidate, score }): SolvedRecipe => {
    const recipe = recipeOf(request, candidate);
    const predicted = predict(request, candidate);
    const reasons = reasonsOf(request, context, candidate, predicted);
    const { kind, filterStops } = candidate;
    const crossed = crossedEdge(request, recipe);
    return {
      ...{ kind, recipe, line: printRecipe(recipe), filterStops, score, reasons, predicted },
      verdict: verdictOf(score, crossed === undefined),
      better: betterBy(predicted, crossed, shortenedBy(request, candidate)),
    };
  });
  recipes.sort((a, b) => RANK[a.verdict] - RANK[b.verdict] || b.score - a.score);
  return { recipes, edges: fieldEdges(request, BARE_SETUP), advice: advise(request) };
}
