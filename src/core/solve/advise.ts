import { shutterOf } from "../capture";
import { framesText, type Remedy, type SolveRequest } from "../intent";
import { readableDuration, roughDuration } from "../recipe";
import { type Candidate, candidatesOf } from "./candidates";
import { compare } from "./choose";
import { demandsOf, judge, sentenceOf } from "./judge";
import { type Change, changeOf } from "./remedies";
import { offTarget, type Solution, solve } from "./solve";

/** Whether a recipe is what is sought. */
type Goal = (candidate: Candidate) => boolean;

const MOST_ADVICE = 4;

/** The best recipe of a request that is what is sought; undefined where there is none. */
function bestWith(request: SolveRequest, goal: Goal): Candidate | undefined {
  const order = compare(request, offTarget(request), new Set());
  return [...candidatesOf(request)].filter(goal).sort(order)[0];
}

/** Any recipe of a request that is what is sought; undefined where there is none. */
function firstWith(request: SolveRequest, goal: Goal): Candidate | undefined {
  for (const candidate of candidatesOf(request)) if (goal(candidate)) return candidate;
  return undefined;
}

/** A change that was tried, and the recipe that it allows. */
interface Found {
  readonly request: SolveRequest;
  readonly words: string;
  readonly candidate: Candidate;
}

/** The least of a change that leads to a goal, found by solving with it; null where not even the most does. */
function leastOf({ step, steps }: Change, goal: Goal): Found | null {
  const tried = (at: number): boolean => {
    const changed = step(at);
    return changed !== null && firstWith(changed.request, goal) !== undefined;
  };
  // A strong filter may do where a stronger one no longer does: the most is not always the surest.
  const far = [steps, Math.ceil(steps / 2), Math.ceil(steps / 4)].find(
    (at, i, all) => all.indexOf(at) === i && tried(at),
  );
  if (far === undefined) return null;
  let below = 0;
  let above = far;
  while (above - below > 1) {
    const middle = (below + above) >> 1;
    if (tried(middle)) above = middle;
    else below = middle;
  }
  const changed = step(above);
  const candidate = changed ? bestWith(changed.request, goal) : undefined;
  return changed && candidate ? { ...changed, candidate } : null;
}

/** What a recipe takes, in words: its frames, their time, and how long all lasts. */
function cost({ outlook: { plan, cost: run } }: Candidate): string {
  const shutter = readableDuration(shutterOf(plan, (plan.frames - 1) >> 1).nominalSeconds);
  const bracket = plan.recipe.bracketStops !== null;
  const frames = `${plan.frames === 1 ? "one frame" : bracket ? `a bracket of ${framesText(plan.frames)}` : framesText(plan.frames)} ${bracket ? "around" : "of"} ${shutter}`;
  const by =
    plan.frames > 1 && plan.stack !== null && !bracket
      ? ` by ${plan.stack}${plan.align === null ? "" : `, laid over each other by ${plan.align}`}`
      : "";
  return `${frames} at ISO ${Math.round(plan.iso)}${by}, ${run.seconds < 1 ? "under a second" : roughDuration(run.seconds)} in all`;
}

/** Remedies of the demands that keep a request's best recipe from the goal, the most pressing first, each once. */
function remediesFor(request: SolveRequest, missed: ReadonlySet<string>): Remedy[] {
  const demands = demandsOf(request).filter(({ id }) => missed.has(id));
  const hardFirst = [...demands.filter(({ hard }) => hard), ...demands.filter(({ hard }) => !hard)];
  return [...new Set(hardFirst.flatMap(({ remedies }) => remedies))];
}

/** Two changes together: the least of the first with which the most of the second leads to the goal, and then the least of that. */
function pairFor(request: SolveRequest, remedies: readonly Remedy[], goal: Goal): string | null {
  for (const first of remedies) {
    const one = changeOf(first, request);
    if (!one) continue;
    for (const second of remedies) {
      if (second === first) continue;
      for (const at of [Math.ceil(one.steps / 2), one.steps]) {
        const changed = one.step(at);
        const other = changed && changeOf(second, changed.request);
        const found = other ? leastOf(other, goal) : null;
        if (changed && found)
          return `With ${changed.words} and ${found.words} it can be done: ${cost(found.candidate)}.`;
      }
    }
  }
  return null;
}

/** What would open the ground where no recipe stands or none works, each change tried by solving again with it. */
function openIt(request: SolveRequest, { recipes, beyond }: Solution): string[] {
  const [best] = recipes;
  if (best?.verdict === "works") return [];
  const far = new Set(beyond);
  const standing: Goal = ({ hardMissed }) => hardMissed === 0;
  const working: Goal = (each) => standing(each) && each.softMissed.every((id) => far.has(id));
  const fails = best === undefined || best.verdict === "fails";
  const goal = fails ? standing : working;
  const missed = new Set(
    best?.demands.filter(({ met, beyond: left }) => !met && !left).map(({ id }) => id) ??
      demandsOf(request).map(({ id }) => id),
  );
  const remedies = remediesFor(request, missed);
  const single = remedies.flatMap((remedy) => {
    const change = changeOf(remedy, request);
    const found = change && leastOf(change, goal);
    if (!found) return [];
    // Solved again whole: what then works is called so, and what does not is no way out of a compromise.
    const works = solve(found.request).recipes[0]?.verdict === "works";
    if (!works && !fails) return [];
    return [`With ${found.words} it ${works && !fails ? "works" : "can be done"}: ${cost(found.candidate)}.`];
  });
  if (single.length > 0) return single.slice(0, MOST_ADVICE);
  if (!fails) return [];
  const everything = remediesFor(request, new Set(demandsOf(request).map(({ id }) => id)));
  const pair = pairFor(request, [...new Set([...remedies, ...everything])], goal);
  return [
    pair ??
      "No single change or pair of changes of light, place, time or kit makes this picture possible with this phone. Try another idea or another phone.",
  ];
}

/** What a recipe misses that was met before, in words. */
function priceOf(request: SolveRequest, { outlook }: Candidate, missedBefore: ReadonlySet<string>): string[] {
  const lost = judge(outlook, demandsOf(request)).demands.find(
    ({ demand, miss }) => miss > 0 && !missedBefore.has(demand.id),
  );
  return lost ? [`But then: ${sentenceOf(lost, outlook)}`] : [];
}

/** What soft demands beyond reach would take, each once; without a loss elsewhere where that can be. */
function reachThem(request: SolveRequest, { recipes, beyond }: Solution): string[] {
  const [best] = recipes;
  if (!best) return [];
  const missed = new Set([...beyond, ...best.demands.filter(({ met }) => !met).map(({ id }) => id)]);
  return beyond.flatMap((id) => {
    const judged = best.demands.find((each) => each.id === id);
    const demand = demandsOf(request).find((each) => each.id === id);
    if (!judged || !demand) return [];
    const reached: Goal = ({ hardMissed, softMissed }) => hardMissed === 0 && !softMissed.includes(id);
    const nothingLost: Goal = (each) => reached(each) && each.softMissed.every((other) => missed.has(other));
    const waysTo = (goal: Goal) =>
      demand.remedies.flatMap((remedy) => {
        const change = changeOf(remedy, request);
        const found = change && leastOf(change, goal);
        return found ? [found] : [];
      });
    const free = waysTo(nothingLost);
    const [first, second] = free.length > 0 ? free : waysTo(reached);
    if (!first) return [`${judged.sentence} Nothing within reach changes that.`];
    const or = second ? `, or ${second.words.replace(/,$/, "")}` : "";
    const change = `To change that: ${first.words.replace(/,$/, "")}${or}; then ${cost(first.candidate)}.`;
    return [[judged.sentence, change, ...(free.length > 0 ? [] : priceOf(request, first.candidate, missed))].join(" ")];
  });
}

/** What another tool or habit does better. */
function otherwise(request: SolveRequest, [best]: Solution["recipes"]): string[] {
  const said: string[] = [];
  const held = request.support === "hand" || request.support === "braced";
  if (request.intent === "still-view" && held && best?.demands.some(({ met }) => !met))
    said.push("Hand-held before a still scene the phone's own automatic night mode will do better than any of these.");
  if (request.intent === "star-points")
    said.push(
      "Many frames would show fainter stars, but frames are fused here as they lie, and stars move on between them: one frame.",
    );
  return said;
}

/**
 * What opens the ground and what that costs, what soft demands beyond reach would take, and when another tool is better.
 * Every change named was tried by solving again with it.
 */
export function advise(request: SolveRequest, solution: Solution): readonly string[] {
  if (solution.asks.length > 0) return [];
  return [...otherwise(request, solution.recipes), ...openIt(request, solution), ...reachThem(request, solution)];
}
