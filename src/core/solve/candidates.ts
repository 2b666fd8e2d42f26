import { type CapturePlan, periodAfter, planCapture } from "../capture";
import type { Crowd } from "../facts";
import { type Demand, intentOf, isOfStars, missOf, type RecipeShape, type SolveRequest } from "../intent";
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
const MULTI_FRAME_STOPS = 4;
/** Stars leave no longer shutter: what is missing comes by the ISO, up to so many stops. */
const STAR_ISO_STOPS = 6;
/** Nearer to the target than this every rung may be the one that meets all, stops. */
const CLOSE_STOPS = 1.1;

/** Tries recipes one by one under a request. */
export class Trial {
  private readonly demands: readonly Demand[];
  private readonly recipeOf: (draft: RecipeDraft) => Recipe;
  private readonly enough = new Map<string, number | null>();
  private readonly clean = new Map<number, number | null>();
  /** Hard demands that hang on nothing but the shutter, as bits. */
  private readonly ofShutter: number;

  constructor(private readonly request: SolveRequest) {
    this.demands = intentOf(request.intent).demands(request);
    this.ofShutter = this.demands.reduce(
      (bits, { hard, edge }, at) => (hard && edge?.axis === "shutter" ? bits | (1 << at) : bits),
      0,
    );
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

  /** Whether a draft fails by its shutter time alone, at every ISO. */
  failsByShutter(draft: RecipeDraft): boolean {
    return (this.missed(draft, draft.frames) & this.ofShutter) !== 0;
  }

  /**
   * The fewest frames that meet every hard demand which many frames meet and two do not; null where there is none such, and NaN
   * where the shutter time fails with any number.
   */
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
    const withMost = this.missed(draft, most);
    // A range may be missed on both sides of where it is met.
    const never = POWERS.reduce(
      (bits, frames) => (bits === 0 || frames >= most ? bits : bits & this.missed(draft, frames)),
      withFew & withMost,
    );
    if ((never & this.ofShutter) !== 0) return Number.NaN;
    const wanted = withFew & ~withMost;
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

/** How many of a ladder's rungs lie under a value. */
const rungsUnder = (ladder: readonly number[], value: number): number => ladder.filter((rung) => rung < value).length;

/**
 * Rungs of the ISO ladder that frames to be fused are tried at: around those that bring a shutter time to the target and, where the
 * brightest surfaces want it darker, as bright as keeps them; the lowest too where lamps draw: trails clip by ISO alone.
 */
function isosAround(request: SolveRequest, isoLadder: readonly number[], atLowest: number): readonly number[] {
  const lowest = isoLadder[0]!;
  const { lamps, mover, highlightStops } = request;
  const target = intentOf(request.intent).target(request).stops;
  const wanted = lowest * 2 ** (target - atLowest);
  const at = Math.min(rungsUnder(isoLadder, wanted), isoLadder.length - 1);
  const keeps = lowest * 2 ** (METER_TO_CLIP_STOPS - highlightStops - atLowest);
  const kept = Math.min(at, Math.max(0, rungsUnder(isoLadder, keeps) - 1));
  const draws = lamps.length > 0 && mover !== null && wanted <= lowest * 2 ** LIFTED_FOR_TRAILS;
  // Many frames need no higher ISO than the lowest where that is near enough; who wants many anyway may have them brighter.
  const isWanted = request.schools.frames === "many";
  const near = at > 1 ? [at - 1, at] : isWanted ? [0, at, Math.min(at + 1, isoLadder.length - 1)] : [0];
  return [...new Set([...(draws ? [0] : []), kept, ...near])].sort((a, b) => a - b).map((rung) => isoLadder[rung]!);
}

/** Rungs of the ISO ladder at which a frame by itself comes out about as bright as is wanted, and whole stops of those below. */
function isosThatShow(isoLadder: readonly number[], atLowest: number, target: number): readonly number[] {
  let last = Number.NEGATIVE_INFINITY;
  return isoLadder.filter((iso) => {
    const stops = atLowest + Math.log2(iso / isoLadder[0]!);
    const far = stops - target;
    if (stops > METER_TO_CLIP_STOPS || far > CLOSE_STOPS || far < -MOST_STOPS_OFF) return false;
    // Thirds of a stop are rounded a little.
    if (far < -CLOSE_STOPS && stops - last < 0.9) return false;
    last = stops;
    return true;
  });
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
      if (Number.isNaN(enough)) return [most];
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
  const mostMissing = MULTI_FRAME_STOPS + (isOfStars(request.intent) ? STAR_ISO_STOPS : 0);
  for (const filterStops of [0, ...request.filterStops]) {
    for (const shutterSeconds of camera.shutterLadder) {
      const plan = trial.plan({ shape: "one", shutterSeconds, iso: lowest, filterStops, frames: 1 });
      const atLowest = meterStopsOf(plan, metered, plan.shutters[0].deliveredSeconds);
      const missing = target.stops - atLowest;
      if (missing > Math.log2(isoLadder.at(-1)! / lowest) + MOST_STOPS_OFF || -missing > MOST_STOPS_OFF) continue;
      const around = isosAround(request, isoLadder, atLowest);
      const showing = isosThatShow(isoLadder, atLowest, target.stops);
      for (const shape of intent.shapes) {
        const single = shape === "one" || shape === "sequence" || shape === "burst";
        if (!single && atLowest > METER_TO_CLIP_STOPS) continue;
        if ((shape === "mean" || shape === "lighten") && schools.frames !== "many" && missing > mostMissing) continue;
        // Of what fails the nearest to it is told.
        const fails = single && trial.failsByShutter({ shape, shutterSeconds, iso: lowest, filterStops, frames: 1 });
        for (const iso of single && !fails && showing.length > 0 ? showing : around) {
          const draft = { shape, shutterSeconds, iso, filterStops };
          for (const frames of frameCounts(request, trial, draft)) yield trial.try({ ...draft, frames });
        }
      }
    }
  }
}
