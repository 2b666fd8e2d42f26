import { type CapturePlan, periodAfter, planCapture } from "../capture";
import type { Crowd } from "../facts";
import { type Demand, intentOf, missOf, type RecipeShape, type SolveRequest } from "../intent";
import { CLEAN_MEDIAN, framesForCleanMedian, medianEmpties } from "../motion";
import { METER_TO_CLIP_STOPS, meterStopsOf, type Outlook, outlookOf } from "../outlook";
import type { Recipe } from "../recipe";
import { bracketReach } from "./bracket";
import { type Standing, standingOf } from "./judge";
import { BRACKET_STOPS, framesThatFit, type RecipeDraft, recipesOf } from "./recipeDraft";

/** A recipe that was tried, and how it stands. */
export interface Candidate extends Standing {
  readonly shape: RecipeShape;
  readonly recipe: Recipe;
  readonly filterStops: number;
  readonly outlook: Outlook;
}

const POWERS = [2, 4, 8, 16, 32] as const;
/** More than so many times the frames that are enough make no visible difference. */
const USEFUL_TIMES = 4;
/** Medians of more frames than this are not worth taking. */
const MOST_MEDIAN = 801;
const BRACKETS = [3, 5] as const;
/** More frames than this are too many to fuse by mean or lighten for one picture. */
const MOST_FUSED = 256;
/** Further off the target than this there is nothing to be looked at, stops. */
const MOST_STOPS_OFF = 5;
/** Frames that are to be fused are exposed within this of the brightest that holds: shorter ones only add noise and gaps. */
const MULTI_FRAME_STOPS = 2.5;

/** Tries recipes one by one under a request. */
export class Trial {
  private readonly demands: readonly Demand[];
  private readonly recipeOf: (draft: RecipeDraft) => Recipe;
  private readonly enough = new Map<string, number | null>();
  private readonly clean = new Map<number, number | null>();

  constructor(private readonly request: SolveRequest) {
    this.demands = intentOf(request.intent).demands(request);
    this.recipeOf = recipesOf(request);
  }

  /** What the phone would do for a draft. */
  plan(draft: RecipeDraft): CapturePlan {
    const { camera, sensorCelsius } = this.request;
    return planCapture(this.recipeOf(draft), camera, { pressedAtMs: 0, sensorCelsius, seed: 1 })!;
  }

  try(draft: RecipeDraft): Candidate {
    const plan = this.plan(draft);
    const outlook = outlookOf(plan, this.request);
    const { hardMissed, hardMiss, softMissed, softMiss } = standingOf(outlook, this.demands);
    const { shape, filterStops } = draft;
    return { shape, recipe: plan.recipe, filterStops, outlook, hardMissed, hardMiss, softMissed, softMiss };
  }

  /** The hard demands that so many frames miss, as bits. */
  private missed(draft: Omit<RecipeDraft, "frames">, frames: number): number {
    const outlook = outlookOf(this.plan({ ...draft, frames }), this.request);
    let bits = 0;
    this.demands.forEach((demand, at) => {
      if (demand.hard && missOf(demand, demand.read(outlook)) > 0) bits |= 1 << at;
    });
    return bits;
  }

  /** The fewest frames that meet every hard demand which many frames meet and two do not; null where there is none such. */
  enoughFrames(draft: Omit<RecipeDraft, "frames">, most: number): number | null {
    // What frames are for, motion and noise, hardly depends on the ISO.
    const key = `${draft.shape}/${draft.shutterSeconds}/${draft.filterStops}`;
    const known = this.enough.get(key);
    if (known !== undefined) return known;
    const found = this.searchFrames(draft, most);
    this.enough.set(key, found);
    return found;
  }

  /** The fewest frames whose median is clean, or the most, which still empties most of the place; null where no number helps. */
  cleanFrames(draft: Omit<RecipeDraft, "frames">, { occupancy, dwellSeconds }: Crowd, most: number): number | null {
    const { shutterSeconds } = draft;
    const known = this.clean.get(shutterSeconds);
    if (known !== undefined) return known;
    const periodSeconds = periodAfter(this.plan({ ...draft, frames: most }));
    const spot = { occupancy, dwellSeconds, shutterSeconds, periodSeconds };
    const found = medianEmpties(spot) ? (framesForCleanMedian(spot, CLEAN_MEDIAN, most) ?? most) : null;
    this.clean.set(shutterSeconds, found);
    return found;
  }

  private searchFrames(draft: Omit<RecipeDraft, "frames">, most: number): number | null {
    const withFew = this.missed(draft, 2);
    if (withFew === 0) return null;
    const wanted = withFew & ~this.missed(draft, most);
    if (wanted === 0) return null;
    let below = 2;
    let above = most;
    while (above - below > 1) {
      const middle = (below + above) >> 1;
      if (this.missed(draft, middle) & wanted) below = middle;
      else above = middle;
    }
    return above;
  }
}

/** Whether the phone holds the shortest and the longest frame of a bracket around a shutter time. */
function bracketFits({ camera }: SolveRequest, shutterSeconds: number, frames: number): boolean {
  const reach = 2 ** bracketReach(frames, BRACKET_STOPS);
  const { shutterLadder } = camera;
  return shutterSeconds / reach >= shutterLadder[0]! && shutterSeconds * reach <= shutterLadder.at(-1)!;
}

/** Frames may be lifted by this much for trails that a higher ISO would clip, stops. */
const LIFTED_FOR_TRAILS = 2;

/** Rungs of the ISO ladder around the one that brings a shutter time to the target, and the lowest where lamps draw: trails clip by ISO alone. */
function isosAround({ lamps, mover }: SolveRequest, isoLadder: readonly number[], wanted: number): readonly number[] {
  const above = isoLadder.findIndex((iso) => iso >= wanted);
  const at = above < 0 ? isoLadder.length - 1 : above;
  const around = isoLadder.slice(Math.max(0, at - 1), at + 1);
  const lowest = isoLadder[0]!;
  const draws = lamps.length > 0 && mover !== null && wanted <= lowest * 2 ** LIFTED_FOR_TRAILS;
  return draws && around[0] !== lowest ? [lowest, ...around] : around;
}

/** How many frames of a shape are worth trying at these settings. */
function frameCounts(request: SolveRequest, trial: Trial, draft: Omit<RecipeDraft, "frames">): readonly number[] {
  const { shape, shutterSeconds } = draft;
  const fit = framesThatFit(request, shape, shutterSeconds);
  switch (shape) {
    case "one":
      return [1];
    case "sequence":
    case "burst":
      return [fit];
    case "bracket":
      return BRACKETS.filter((frames) => frames <= fit && bracketFits(request, shutterSeconds, frames));
    case "median": {
      const most = Math.min(MOST_MEDIAN, fit - ((fit + 1) % 2));
      const clean = request.crowd === null || most < 3 ? null : trial.cleanFrames(draft, request.crowd, most);
      return clean === null ? [] : [clean];
    }
    case "mean":
    case "lighten": {
      const most = Math.min(fit, MOST_FUSED);
      if (most < 2) return [];
      const enough = trial.enoughFrames(draft, most);
      const useful = enough === null ? most : Math.min(most, USEFUL_TIMES * enough);
      return [...new Set([...POWERS.filter((frames) => frames <= useful), ...(enough === null ? [] : [enough])])];
    }
    default:
      return shape satisfies never;
  }
}

/** Every recipe worth trying for a request, in order: filters, shutter times, ISOs near the target, frames. */
export function* candidatesOf(request: SolveRequest): Generator<Candidate> {
  const intent = intentOf(request.intent);
  const trial = new Trial(request);
  const { camera, schools } = request;
  const lowest = camera.isoLadder[0]!;
  const isoLadder = camera.isoLadder.filter((iso) => iso === lowest || iso <= (schools.isoCeiling ?? iso));
  const target = intent.target(request);
  const metered = target.of === "sky" && request.skyEv !== null ? request.skyEv : request.sceneEv;
  for (const filterStops of [0, ...request.filterStops]) {
    for (const shutterSeconds of camera.shutterLadder) {
      const plan = trial.plan({ shape: "one", shutterSeconds, iso: lowest, filterStops, frames: 1 });
      const atLowest = meterStopsOf(plan, metered, plan.shutters[0].deliveredSeconds);
      const missing = target.stops - atLowest;
      if (missing > Math.log2(isoLadder.at(-1)! / lowest) + MOST_STOPS_OFF || -missing > MOST_STOPS_OFF) continue;
      const isos = isosAround(request, isoLadder, lowest * 2 ** missing);
      for (const shape of intent.shapes) {
        const single = shape === "one" || shape === "sequence" || shape === "burst";
        // A frame that adds to others stands as close under white as it can: at the lowest ISO first.
        if ((shape === "mean" || shape === "lighten") && isos[0]! > lowest * 2 ** MULTI_FRAME_STOPS) continue;
        if (!single && atLowest > METER_TO_CLIP_STOPS) continue;
        // Many frames need no higher ISO than the lowest where that is near enough.
        for (const iso of single || shape === "bracket" || isos[0] !== lowest ? isos : [lowest]) {
          const draft = { shape, shutterSeconds, iso, filterStops };
          for (const frames of frameCounts(request, trial, draft)) yield trial.try({ ...draft, frames });
        }
      }
    }
  }
}
