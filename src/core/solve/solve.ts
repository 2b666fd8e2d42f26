import {
  coverage,
  crossingSeconds,
  framesForCleanMedian,
  freezeSeconds,
  ghostOpacity,
  handHeldSeconds,
  longestStarShutter,
  medianCleanProbability,
  starTrailPx,
  WATERS,
  waterContrast,
} from "../motion";
import { equivalentFocalMm, sensorSizeMm } from "../optics";
import { EMPTY_RECIPE, printRecipe, type Recipe, readableDuration, runCost, type StackMethod } from "../recipe";
import { type Edge, fieldEdges, noiseCeilingIso, productAt } from "./edges";
import { type Exposure, METER_TO_CLIP_STOPS, meterStops, surfaceSnr, trailHeadroomStops } from "./exposure";
import type { SolveRequest } from "./request";

/** Kinds of recipes that the solver knows. */
export type RecipeKind = "single" | "filter" | "mean" | "lighten" | "median" | "sequence" | "burst";

/** What a recipe will give, in numbers. */
export interface Prediction {
  /** Metered surfaces over (+) or under (-) the meter's level, stops. */
  readonly meterStops: number;
  /** How far those surfaces stay under clipping, stops. */
  readonly headroomStops: number;
  /** How far a moving lamp's trail stays under clipping; null without one. */
  readonly trailHeadroomStops: number | null;
  readonly snrMidTone: number;
  /** Three stops under the metered level. */
  readonly snrShadow: number;
  /** Trailing of a star in one frame, pixels. */
  readonly starTrailPx: number;
  /** Share of the frame that the mover crosses in the whole run; null without one. */
  readonly coverage: number | null;
  readonly contrastLeft: number | null;
  readonly ghostOpacity: number | null;
  readonly cleanProbability: number | null;
  readonly totalSeconds: number;
  readonly frames: number;
  readonly megabytes: number;
  readonly batteryPercent: number;
}

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
const PRESS_DELAY_SECONDS = 2;
const HIGHLIGHTS_TARGET = -1;
const METER_TARGET = 0;
const CLEAN_SNR = 20;
const CLEAN_PROBABILITY = 0.999;
const MOST_RECIPES = 6;
const MOST_FRAMES = 2000;
const MOST_STOPS_AWAY = 5;
/** Trails that are white all through still make a picture, if a lesser one. */
const WHITE_TRAILS = 0.5;
/** Recipes that do worse than this are not shown while others do. */
const LEAST_SHOWN = 0.1;
const DRAWING_SECONDS = 4;
const MOST_TIMES_FARTHER = 8;
const DARK_INTENTS: ReadonlySet<string> = new Set(["star-points", "star-arcs", "meteors", "light-drawing"]);
const WORKS_FROM = 0.6;
const COMPROMISE_FROM = 0.25;

interface Candidate extends Exposure {
  readonly kind: RecipeKind;
  readonly frames: number;
  readonly stack: StackMethod | null;
}

const clamp = (value: number): number => Math.max(0, Math.min(1, value));

function stackOf(kind: RecipeKind): StackMethod | null {
  if (kind === "mean") return "mean";
  return kind === "lighten" || kind === "sequence" || kind === "burst" ? "lighten" : null;
}

/** Start to start of a sequence on this phone. */
const periodOf = (request: SolveRequest, shutterSeconds: number): number =>
  shutterSeconds + request.camera.writeSeconds;

/** The kinds and frame counts worth trying for an intent. */
function plans(
  request: SolveRequest,
  shutterSeconds: number,
): { readonly kind: RecipeKind; readonly frames: number }[] {
  const { intent, crowd, windowSeconds, schools } = request;
  const fits = Math.max(1, Math.min(MOST_FRAMES, Math.floor(windowSeconds / periodOf(request, shutterSeconds))));
  if (intent === "star-arcs") return [{ kind: "sequence", frames: fits }];
  if (intent === "meteors") return [{ kind: "burst", frames: fits }];
  if (intent === "moving-picture" || intent === "frozen-action" || intent === "sweep")
    return [{ kind: "single", frames: 1 }];
  const several = FRAME_COUNTS.filter((frames) => frames > 1 && frames <= fits);
  const list: { kind: RecipeKind; frames: number }[] = [{ kind: "single", frames: 1 }];
  list.push(...several.map((frames) => ({ kind: "mean" as const, frames })));
  if (intent === "light-trails") list.push(...several.map((frames) => ({ kind: "lighten" as const, frames })));
  if (intent === "emptied-place" && crowd) {
    const frames = framesForCleanMedian(crowd.occupancy, CLEAN_PROBABILITY);
    if (frames !== null && frames <= fits) list.push({ kind: "median", frames });
  }
  return schools.frames === "one" ? list : list.filter(({ frames }) => frames > 1 || several.length === 0);
}

function predict(request: SolveRequest, candidate: Candidate): Prediction {
  const { camera, mover, water, crowd, declinationDeg } = request;
  const { kind, shutterSeconds, frames } = candidate;
  const averaged = kind === "mean" || kind === "median" ? frames : 1;
  const open = kind === "mean" || kind === "lighten" ? frames * periodOf(request, shutterSeconds) : shutterSeconds;
  const meter = meterStops(request, candidate);
  const cost = runCost(sequenceOf(request, candidate), camera);
  const frame = { focalLengthMm: camera.lens.focalLengthMm, sensorWidthMm: sensorSizeMm(camera.lens).widthMm };
  return {
    meterStops: meter,
    headroomStops: METER_TO_CLIP_STOPS - meter,
    trailHeadroomStops: trailHeadroomStops(request, candidate),
    snrMidTone: surfaceSnr(request, candidate, 0, averaged),
    snrShadow: surfaceSnr(request, candidate, -3, averaged),
    starTrailPx: starTrailPx(camera.lens, declinationDeg, shutterSeconds),
    coverage: mover ? coverage(open, crossingSeconds(frame, mover)) : null,
    contrastLeft: water
      ? waterContrast(WATERS[water].tauSeconds, kind === "mean" ? frames * shutterSeconds : shutterSeconds)
      : null,
    ghostOpacity:
      crowd && kind !== "median"
        ? ghostOpacity(crowd.dwellSeconds, kind === "mean" ? frames * shutterSeconds : shutterSeconds)
        : null,
    cleanProbability: crowd && kind === "median" ? medianCleanProbability(frames, crowd.occupancy) : null,
    totalSeconds: cost.seconds,
    frames,
    megabytes: cost.megabytes,
    batteryPercent: cost.batteryPercent,
  };
}

/** As much of a recipe as its cost depends on. */
function sequenceOf(request: SolveRequest, { kind, frames, shutterSeconds }: Candidate): Recipe {
  const { support, crowd } = request;
  // The frames of a median must not see the same people: they are at least a dwell apart.
  const apart = kind === "median" && crowd ? Math.max(crowd.dwellSeconds, periodOf(request, shutterSeconds)) : null;
  const sequence = { frames, shutterSeconds, periodSeconds: apart };
  return { ...EMPTY_RECIPE, sequence, delaySeconds: support === "hand" ? null : PRESS_DELAY_SECONDS, files: "jpeg" };
}

interface Judgement {
  readonly value: number;
  readonly reason: string;
}

const stops = (value: number): string => `${value >= 0 ? "+" : "\u2212"}${Math.abs(value).toFixed(1)}`;
const percent = (share: number): string =>
  `${share > 0.99 && share < 1 ? (100 * share).toFixed(1) : Math.round(100 * share)} %`;

/** How well the motion in a recipe serves its intent. */
function judgeMotion(request: SolveRequest, { shutterSeconds }: Candidate, p: Prediction): Judgement {
  const { intent, schools, camera, mover } = request;
  switch (intent) {
    case "light-trails":
    case "blurred-subject": {
      if (p.coverage === null) return { value: 1, reason: "No mover was given." };
      const crossed = p.coverage >= 1 ? "It crosses the whole frame" : `It crosses ${percent(p.coverage)} of the frame`;
      const duty = p.frames > 1 ? shutterSeconds / periodOf(request, shutterSeconds) : 1;
      const gaps = duty < 0.9 ? `, with the shutter open ${percent(duty)} of the time: gaps show` : "";
      return { value: (p.coverage >= 1 ? 1 : p.coverage ** 1.5) * duty ** 0.35, reason: `${crossed}${gaps}.` };
    }
    case "smoothed-water": {
      const left = p.contrastLeft ?? 1;
      const value =
        schools.water === "silk"
          ? clamp(1 - (left - 0.2) / 0.25)
          : left > 0.65
            ? clamp(1 - (left - 0.65) / 0.2)
            : clamp(1 - (0.3 - left) / 0.15);
      return { value, reason: `${percent(left)} of the water's pattern is left.` };
    }
    case "emptied-place":
      if (p.cleanProbability !== null) {
        return {
          value: p.cleanProbability,
          reason: `${percent(p.cleanProbability)} of the pixels that people pass come out clean.`,
        };
      }
      if (p.ghostOpacity === null) return { value: 1, reason: "No crowd was given." };
      return {
        value: clamp(1.1 - p.ghostOpacity),
        reason: `A passer-by leaves a ghost of ${percent(p.ghostOpacity)}.`,
      };
    case "star-points":
    case "meteors": {
      const limit = longestStarShutter(camera.lens, request.declinationDeg, schools.stars, schools.starFactor);
      const share = shutterSeconds / limit;
      return {
        value: share <= 1.02 ? clamp(share ** 0.5) : clamp(1 - 5 * (share - 1)),
        reason: `Stars trail by ${p.starTrailPx.toFixed(1)} pixels; the limit is ${readableDuration(Math.round(limit * 10) / 10)}.`,
      };
    }
    case "star-arcs": {
      const gap = starTrailPx(camera.lens, request.declinationDeg, camera.writeSeconds);
      const span = p.totalSeconds / request.windowSeconds;
      return {
        value: clamp(span) * clamp(2 - gap),
        reason: `Gaps of ${gap.toFixed(2)} pixels between frames; ${((15.041 * p.totalSeconds) / 3600).toFixed(0)}° of turning.`,
      };
    }
    case "frozen-action": {
      if (!mover) return { value: 1, reason: "No mover was given." };
      const limit = freezeSeconds(camera.lens.focalLengthMm, camera.lens.pitchUm, mover, 3);
      return {
        value: clamp((limit / shutterSeconds) ** 1.5),
        reason: `It blurs over ${((3 * shutterSeconds) / limit).toFixed(1)} pixels.`,
      };
    }
    case "sweep":
      return {
        value: Math.exp(-(Math.log2(shutterSeconds * 20) ** 2) / 2),
        reason: "About 1/20 s streaks the background and still lets you keep up.",
      };
    case "moving-picture": {
      const angle = 360 * request.framesPerSecond * shutterSeconds;
      return {
        value: angle > 360 ? 0 : Math.exp(-(Math.log2(angle / 180) ** 2)),
        reason: `A shutter angle of ${Math.round(angle)}°; 180° looks natural.`,
      };
    }
    case "light-drawing":
      return {
        value: clamp(shutterSeconds / DRAWING_SECONDS),
        reason: `${DRAWING_SECONDS} s and more leave time to draw.`,
      };
    default:
      return { value: 1, reason: "Nothing has to move." };
  }
}

/** What is the same for all candidates of a request, worked out once. */
interface Context {
  readonly targetStops: number;
  readonly isoCeiling: number;
  readonly handHeld: number | null;
}

function contextOf(request: SolveRequest): Context {
  return {
    targetStops: request.schools.brightness === "highlights" ? HIGHLIGHTS_TARGET : METER_TARGET,
    isoCeiling: request.schools.isoCeiling ?? noiseCeilingIso(request),
    handHeld: handHeldSeconds(request.support, equivalentFocalMm(request.camera.lens), request.stabilisationStops),
  };
}

/** How good a candidate is, 0 to 1: everything that matters multiplied, so that one failing cannot be made up for. */
function scoreOf(request: SolveRequest, context: Context, candidate: Candidate, p: Prediction): number {
  const { handHeld } = context;
  const away = p.meterStops - context.targetStops;
  const spread = away > 0 ? 1.1 : DARK_INTENTS.has(request.intent) ? 4 : 1.6;
  const brightness = Math.exp(-((away / spread) ** 2));
  const trail =
    p.trailHeadroomStops === null || request.intent !== "light-trails"
      ? 1
      : Math.max(WHITE_TRAILS, clamp(1 + p.trailHeadroomStops / 10));
  const noise = 1 - Math.exp(-p.snrMidTone / (DARK_INTENTS.has(request.intent) ? CLEAN_SNR / 5 : CLEAN_SNR / 2));
  const still =
    handHeld === null || candidate.shutterSeconds <= handHeld ? 1 : clamp(handHeld / candidate.shutterSeconds) ** 2;
  const room = p.megabytes <= request.freeMegabytes && p.totalSeconds <= request.windowSeconds * 1.05 + 10 ? 1 : 0;
  const effort = 1 - 0.02 * Math.log2(candidate.frames) - (candidate.filterStops > 0 ? 0.03 : 0);
  const allowed = candidate.iso <= context.isoCeiling * 1.01 ? 1 : 0.4;
  const motion = judgeMotion(request, candidate, p).value;
  return brightness * trail * noise * motion * still * room * effort * allowed;
}

/** Why, in sentences. */
function reasonsOf(request: SolveRequest, context: Context, candidate: Candidate, p: Prediction): string[] {
  const reasons = [
    `The street comes out ${stops(p.meterStops)} from the meter, ${p.headroomStops.toFixed(1)} stops under clipping.`,
    judgeMotion(request, candidate, p).reason,
  ];
  if (p.trailHeadroomStops !== null) {
    reasons.push(
      p.trailHeadroomStops >= 0
        ? `Trails stay ${p.trailHeadroomStops.toFixed(1)} stops under white.`
        : `Trails are ${(-p.trailHeadroomStops).toFixed(1)} stops over white, at any shutter time.`,
    );
  }
  reasons.push(
    `Signal to noise ${p.snrMidTone.toFixed(0)} in the mid-tones, ${p.snrShadow.toFixed(0)} three stops down.`,
  );
  if (context.handHeld !== null && candidate.shutterSeconds > context.handHeld) {
    reasons.push(`Too long for the hand: ${readableDuration(candidate.shutterSeconds)}.`);
  }
  return reasons;
}

/** Rungs of the ISO ladder around the one that brings a shutter time to the wanted brightness. */
function isosAround(request: SolveRequest, context: Context, shutterSeconds: number, filterStops: number): number[] {
  const { isoLadder } = request.camera;
  const lowest = isoLadder[0]!;
  const missing = context.targetStops - meterStops(request, { shutterSeconds, iso: lowest, filterStops });
  const wanted = lowest * 2 ** missing;
  const above = isoLadder.findIndex((iso) => iso >= wanted);
  const at = above < 0 ? isoLadder.length - 1 : above;
  return isoLadder.slice(Math.max(0, at - 1), at + 1);
}

function recipeOf(request: SolveRequest, candidate: Candidate): Recipe {
  const { kind, iso, filterStops, frames, stack } = candidate;
  const stars = kind === "sequence" || kind === "burst" || request.intent === "star-points";
  return {
    ...sequenceOf(request, candidate),
    iso,
    filters: filterStops > 0 ? [{ notation: "stops", value: Math.round(filterStops * 100) / 100 }] : [],
    whiteBalance: frames > 1 ? { kind: "kelvin", kelvin: 4000 } : null,
    focus: { kind: stars ? "infinity" : "lock" },
    stack,
  };
}

const VERDICT = (score: number): Verdict =>
  score >= WORKS_FROM ? "works" : score >= COMPROMISE_FROM ? "compromise" : "fails";

/** Ranked recipes of every kind, the limits they keep to, and what to change when none works. */
export function solve(request: SolveRequest): Solution {
  const context = contextOf(request);
  const best = new Map<string, { candidate: Candidate; score: number }>();
  for (const filterStops of [0, ...request.filterStops]) {
    for (const shutterSeconds of request.camera.shutterLadder) {
      const isos = isosAround(request, context, shutterSeconds, filterStops).filter(
        (iso) => Math.abs(meterStops(request, { shutterSeconds, iso, filterStops })) < MOST_STOPS_AWAY,
      );
      if (isos.length === 0) continue;
      for (const plan of plans(request, shutterSeconds)) {
        const kind = plan.kind === "single" && filterStops > 0 ? "filter" : plan.kind;
        const key = `${kind} ${filterStops}`;
        for (const iso of isos) {
          const candidate: Candidate = {
            ...{ kind, shutterSeconds, iso, filterStops, frames: plan.frames, stack: stackOf(kind) },
          };
          const score = scoreOf(request, context, candidate, predict(request, candidate));
          if (score > (best.get(key)?.score ?? 0)) best.set(key, { candidate, score });
        }
      }
    }
  }
  const sorted = [...best.values()].sort((a, b) => b.score - a.score);
  const good = sorted.filter(({ score }) => score >= LEAST_SHOWN);
  const ranked = (good.length > 0 ? good : sorted).slice(0, MOST_RECIPES);
  const recipes = ranked.map(({ candidate, score }): SolvedRecipe => {
    const recipe = recipeOf(request, candidate);
    const predicted = predict(request, candidate);
    const reasons = reasonsOf(request, context, candidate, predicted);
    const { kind, filterStops } = candidate;
    return { kind, recipe, line: printRecipe(recipe), filterStops, verdict: VERDICT(score), score, reasons, predicted };
  });
  return { recipes, edges: fieldEdges(request, { filterStops: 0, frames: 1 }), advice: advise(request) };
}

/** What opens the ground, by how much, and when the phone's own mode is the better tool. */
function advise(request: SolveRequest): string[] {
  const { isoLadder, shutterLadder } = request.camera;
  const lowest = isoLadder[0]!;
  const advice: string[] = [];
  if (request.intent === "still-view" && (request.support === "hand" || request.support === "braced")) {
    advice.push(
      "Hand-held before a still scene the phone's own automatic night mode will do better than any of these.",
    );
  }
  const clipSeconds = productAt(request, 0, METER_TO_CLIP_STOPS) / lowest;
  const meterSeconds = productAt(request, 0, 0) / lowest;
  for (const { name, curve, forbids, of } of fieldEdges(request, { filterStops: 0, frames: 1 })) {
    if (curve.kind !== "shutter" || forbids !== "shorter" || of !== "whole" || curve.seconds <= meterSeconds) continue;
    const toMeter = Math.log2(curve.seconds / meterSeconds);
    const toClip = Math.log2(curve.seconds / clipSeconds);
    if (toClip > 0) {
      advice.push(
        `One frame at ISO ${lowest} is white from ${readableDuration(Math.round(clipSeconds * 100) / 100)}, and "${name}" lies beyond: a filter of ${Math.ceil(toClip)} ${Math.ceil(toClip) === 1 ? "stop" : "stops"} (factor ${2 ** Math.ceil(toClip)}), or ${Math.ceil(2 ** toClip)} frames by mean, keep the street under clipping.`,
      );
    }
    advice.push(
      `To have it at the meter takes ${toMeter.toFixed(1)} stops: a filter of factor ${Math.ceil(2 ** toMeter)}, or the mean of ${Math.ceil(2 ** toMeter)} frames, or a sky and street that much darker.`,
    );
  }
  const trail = trailHeadroomStops(request, { shutterSeconds: 1, iso: lowest, filterStops: 0 });
  if (request.intent === "light-trails" && trail !== null && trail < 0) {
    const factor = 2 ** -trail;
    const farther = factor < MOST_TIMES_FARTHER ? `, or ${factor.toFixed(1)} times the distance` : "";
    advice.push(
      `Trails are ${(-trail).toFixed(1)} stops over white at the lowest ISO, at any shutter time. A filter of factor ${Math.ceil(factor)}${farther}, or lamps seen from behind, would save them; a shorter shutter would not.`,
    );
  }
  const longest = { shutterSeconds: shutterLadder.at(-1)!, iso: noiseCeilingIso(request), filterStops: 0 };
  const dark = meterStops(request, longest);
  if (dark < -1.5) {
    advice.push(
      `Even ${readableDuration(longest.shutterSeconds)} at the noise ceiling is ${(-dark).toFixed(1)} stops under the meter: fuse frames by mean and brighten, or bring light.`,
    );
  }
  return advice;
}
