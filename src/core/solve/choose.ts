import { type Demand, intentOf, isOfStars, type SolveRequest } from "../intent";
import { LAMP_CLASSES } from "../light";
import type { Outlook } from "../outlook";
import type { Candidate } from "./candidates";

/** How well a recipe does: every demand met; hard ones met; a hard one missed. */
export type Verdict = "works" | "compromise" | "fails";

/** Soft demands that are beyond reach are not held against a recipe. */
export function verdictOf(
  candidate: Pick<Candidate, "hardMissed" | "softMissed">,
  beyond: ReadonlySet<string>,
): Verdict {
  if (candidate.hardMissed > 0) return "fails";
  return candidate.softMissed.some((id) => !beyond.has(id)) ? "compromise" : "works";
}

/** Soft demands, other than those that insist, that no recipe meets which meets the hard ones. */
export function beyondReach(
  candidates: readonly Pick<Candidate, "hardMissed" | "softMissed">[],
  demands: readonly Demand[],
): ReadonlySet<string> {
  const standing = candidates.filter(({ hardMissed }) => hardMissed === 0);
  const [first, ...rest] = standing;
  if (!first) return new Set();
  const yielding = new Set(demands.flatMap(({ id, insists }) => (insists ? [] : [id])));
  const missed = new Set(first.softMissed.filter((id) => yielding.has(id)));
  for (const { softMissed } of rest) for (const id of missed) if (!softMissed.includes(id)) missed.delete(id);
  return missed;
}

/** A signal-to-noise ratio from which on nobody tells the difference. */
const SPOTLESS_SNR = 50;
/** Less of the water's pattern than this is not told from none. */
const GLASS_CONTRAST = 0.08;

/** What a recipe asks of a person: a filter to be put on, frames to be fused. */
const effortOf = ({ outlook: { plan } }: Candidate): number =>
  (plan.frames > 1 ? 1 + Math.log2(plan.frames) / 8 : 0) + (plan.filterStops > 0 ? 0.5 : 0);
/** A few frames more are no effort by themselves. */
const EFFORT_STEPS = 4;
/** Less of a miss than this share of its bound is not seen. */
const MISS_STEPS = 10;

const openSeconds = ({ plan }: Outlook): number => plan.frames * plan.shutters[0].deliveredSeconds;

/** Compares two recipes, the better first: by demands, then by effort, what is missed of them, brightness, quality and time. */
export function compare(
  request: SolveRequest,
  targetLevel: (outlook: Outlook) => number,
  beyond: ReadonlySet<string>,
): (a: Candidate, b: Candidate) => number {
  const missed = ({ softMissed }: Candidate) => softMissed.reduce((sum, id) => sum + (beyond.has(id) ? 0 : 1), 0);
  // Thirds of a stop: less is not seen.
  const offTarget = ({ outlook }: Candidate) => Math.round(3 * Math.abs(targetLevel(outlook)));
  const { quality } = intentOf(request.intent);
  const longest = request.schools.length === "longest";
  return (a, b) =>
    Math.round(20 * (a.hardMiss - b.hardMiss)) ||
    missed(a) - missed(b) ||
    (longest ? Math.sign(Math.round(4 * Math.log2(openSeconds(b.outlook) / openSeconds(a.outlook)))) : 0) ||
    Math.round(EFFORT_STEPS * effortOf(a)) - Math.round(EFFORT_STEPS * effortOf(b)) ||
    Math.round(MISS_STEPS * a.softMiss) - Math.round(MISS_STEPS * b.softMiss) ||
    offTarget(a) - offTarget(b) ||
    Math.round(quality(b.outlook, request) - quality(a.outlook, request)) ||
    a.outlook.plan.iso - b.outlook.plan.iso ||
    a.outlook.cost.seconds - b.outlook.cost.seconds;
}

/** Something that one recipe may do better than another, visibly. */
interface Benefit {
  readonly name: string;
  /** Whether it is worth a demand that is missed. */
  readonly outweighs: boolean;
  /** More is better. */
  readonly value: (candidate: Candidate) => number;
  /** By how much a recipe must be better for it to be worth showing. */
  readonly margin: number;
}

const MOST_SHOWN = 6;

/** What recipes for a request can be best at. */
function benefitsOf(request: SolveRequest): readonly Benefit[] {
  const trails = request.mover === null ? [] : request.lamps;
  return [
    { name: "the least effort", outweighs: true, value: (c) => -effortOf(c), margin: 0.4 },
    ...trails.map(
      (id): Benefit => ({
        outweighs: true,
        name:
          id === "tail-lamp" || id === "brake-lamp"
            ? `keeps the ${LAMP_CLASSES[id].plural} red`
            : `keeps the ${LAMP_CLASSES[id].plural} out of white`,
        value: (c) => -(c.outlook.trails.find(({ lamp }) => lamp === id)?.clippedChannels ?? 0),
        margin: 0.5,
      }),
    ),
    ...(trails.length > 0
      ? [
          {
            name: "the brightest trails",
            outweighs: true,
            value: (c: Candidate) => Math.max(...c.outlook.trails.map(({ aboveBaseStops }) => aboveBaseStops)),
            margin: 1,
          },
        ]
      : []),
    {
      name: "the fewest gaps",
      outweighs: true,
      value: (c) => (c.outlook.mover ? c.outlook.mover.duty : 1),
      margin: 0.08,
    },
    {
      name: "the smoothest water",
      outweighs: false,
      value: (c) => (c.outlook.water ? -Math.log2(Math.max(GLASS_CONTRAST, c.outlook.water.contrastLeft)) : 0),
      margin: 1,
    },
    { name: "the emptiest", outweighs: false, value: (c) => c.outlook.people?.cleanProbability ?? 0, margin: 0.002 },
    isOfStars(request.intent)
      ? {
          name: "the faintest stars",
          outweighs: false,
          value: (c) => c.outlook.stars.faintestMagnitude ?? 0,
          margin: 0.3,
        }
      : {
          name: "the cleanest",
          outweighs: false,
          value: (c) => Math.log2(Math.min(SPOTLESS_SNR, Math.max(1, c.outlook.noise.midTone))),
          margin: 0.5,
        },
    // A second less is not worth a choice.
    { name: "done soonest", outweighs: false, value: (c) => -Math.log2(8 + c.outlook.cost.seconds), margin: 0.7 },
  ];
}

/** How the recipe of least effort is headed. */
function leastEffortName({ shape, outlook: { plan } }: Candidate): string {
  if (shape === "sequence" || shape === "burst") return "fits time, storage and battery";
  if (plan.frames === 1) return plan.filterStops > 0 ? "one frame" : "one frame, no filter needed";
  return plan.filterStops > 0 ? "the least effort" : "no filter needed";
}

/** A recipe that is shown, and what it is best at. */
export interface Chosen {
  readonly candidate: Candidate;
  readonly bestAt: string;
}

/**
 * At most six recipes, the best first; every other one is visibly better than all before it at something that is named, and
 * the best at it. What fails is shown only where nothing else stands, and then alone.
 */
export function choose(
  request: SolveRequest,
  candidates: readonly Candidate[],
  order: (a: Candidate, b: Candidate) => number,
  beyond: ReadonlySet<string>,
): readonly Chosen[] {
  const standing = candidates.filter(({ hardMissed }) => hardMissed === 0);
  const pool = standing.length > 0 ? standing : candidates;
  const first = pool.reduce<Candidate | null>(
    (best, each) => (best === null || order(each, best) < 0 ? each : best),
    null,
  );
  if (first === null) return [];
  if (standing.length === 0) return [{ candidate: first, bestAt: "the nearest to it" }];
  const missed = ({ softMissed }: Candidate) => softMissed.filter((id) => !beyond.has(id)).length;
  const benefits = benefitsOf(request);
  const most = missed(first) + 1;
  const works = missed(first) === 0;
  const bestOf = ({ value, margin, outweighs }: Benefit) =>
    pool.reduce((best, each) => {
      if (missed(each) > (works && !outweighs ? 0 : most)) return best;
      const ahead = (value(each) - value(best)) / margin;
      // Much better at it, or as good and better in all.
      return ahead > 0.25 || (ahead > -0.05 && order(each, best) < 0) ? each : best;
    }, first);
  const found: Chosen[] = [];
  for (const benefit of benefits) {
    const best = bestOf(benefit);
    const before = [first, ...found.map(({ candidate }) => candidate)];
    if (before.includes(best) || before.some((each) => benefit.value(best) - benefit.value(each) < benefit.margin))
      continue;
    found.push({
      candidate: best,
      bestAt: benefit.name === "the least effort" ? leastEffortName(best) : benefit.name,
    });
  }
  const leads = benefits.find(
    ({ value, margin }) =>
      found.every(({ candidate }) => value(first) - value(candidate) >= margin) && found.length > 0,
  );
  const headed = leads && leads.name !== "the least effort" ? leads.name : leastEffortName(first);
  const shown = [{ candidate: first, bestAt: headed }, ...found.sort((a, b) => order(a.candidate, b.candidate))];
  return shown.slice(0, MOST_SHOWN);
}
