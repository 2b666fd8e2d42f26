import { chosenCamera } from "../camera";
import { INTENT_IDS, type IntentId, intentOf, type RecipeShape, type SolveRequest, usualScene } from "../intent";
import { SUPPORT_KINDS } from "../motion";
import { hashUnit } from "../random";
import { solve } from ".";
import { type Candidate, Trial } from "./candidates";
import { beyondReach } from "./choose";
import { demandsOf } from "./judge";
import { BRACKET_STOPS, framesThatFit } from "./recipeDraft";

const camera = chosenCamera({ phones: [], clipOns: [] }, null);

/** Numbers of frames that people take, whatever the solver thinks of them. */
const USUAL_FRAMES: Readonly<Record<RecipeShape, readonly number[]>> = {
  one: [1],
  mean: [2, 4, 8, 16, 32, 64],
  lighten: [2, 4, 8, 16, 32, 64],
  median: [3, 9, 25, 55, 101, 201],
  bracket: [3, 5],
  sequence: [],
  burst: [],
};

/** All that stands of the phone's whole ladder, recipe by recipe. */
function* standingOfLadder(request: SolveRequest): Generator<Candidate> {
  const trial = new Trial(request);
  const { shutterLadder, isoLadder } = camera;
  for (const filterStops of [0, ...request.filterStops])
    for (const shutterSeconds of shutterLadder)
      for (const shape of intentOf(request.intent).shapes) {
        const fit = framesThatFit(request, shape, shutterSeconds);
        const counts = shape === "sequence" || shape === "burst" ? [fit] : USUAL_FRAMES[shape].filter((n) => n <= fit);
        for (const frames of counts) {
          const reach = shape === "bracket" ? 2 ** ((BRACKET_STOPS * (frames - 1)) / 2) : 1;
          if (shutterSeconds / reach < shutterLadder[0]! || shutterSeconds * reach > shutterLadder.at(-1)!) continue;
          for (const iso of isoLadder) {
            const candidate = trial.try({ shape, shutterSeconds, iso, filterStops, frames });
            if (candidate.hardMissed === 0) yield candidate;
          }
        }
      }
}

/** A question of an intent as chance has it. */
function question(intent: IntentId, seed: number): SolveRequest {
  const usual = usualScene(intent);
  const unit = (at: number) => hashUnit(at, seed, 22);
  const between = (at: number, low: number, high: number) => low + unit(at) * (high - low);
  const one = <Value>(at: number, values: readonly Value[]) => values[Math.floor(unit(at) * values.length)]!;
  const { ofStars } = intentOf(intent);
  return {
    ...usual,
    intent,
    camera,
    filterStops: one(0, [[], [3], [6]]),
    sceneEv: ofStars ? usual.sceneEv : between(1, -2, 8),
    skyEv: usual.skyEv === null ? null : between(2, -9, 0),
    highlightStops: ofStars ? 0 : one(3, [0, 1, 2, 4]),
    support: one(4, SUPPORT_KINDS),
    gustMps: between(5, 0, 8),
    mover: usual.mover && {
      distanceM: between(6, 5, 50),
      speedMps: between(7, 1, 15),
      headingDegFromPerpendicular: between(8, -60, 60),
    },
    crowd: usual.crowd && { occupancy: between(9, 0.02, 0.4), dwellSeconds: between(10, 0.5, 4) },
    windowSeconds: one(11, [30, 120, 600, 3600]),
    schools: {
      ...usual.schools,
      brightness: one(12, ["meter", "highlights"] as const),
      water: one(13, ["silk", "texture"] as const),
      frames: one(14, ["one", "many"] as const),
    },
  };
}

/** How many demands the best recipe misses that something misses less of; infinite where it fails. */
function misses(request: SolveRequest): { readonly found: number; readonly ladder: number } {
  const [best] = solve(request).recipes;
  const missed = best!.demands.flatMap(({ id, hard, met }) => (hard || met ? [] : [id]));
  const standing = [...standingOfLadder(request)];
  const fails = best!.verdict === "fails";
  const own = { softMissed: missed, hardMissed: fails ? 1 : 0 };
  const beyond = beyondReach([...standing, own], demandsOf(request));
  const held = (ids: readonly string[]) => ids.filter((id) => !beyond.has(id)).length;
  return {
    found: fails ? Number.POSITIVE_INFINITY : held(missed),
    ladder: standing.reduce((least, { softMissed }) => Math.min(least, held(softMissed)), Number.POSITIVE_INFINITY),
  };
}

describe("no setting of the whole ladder does better than the best recipe", () => {
  it.each(INTENT_IDS)("%s", (intent) => {
    for (const seed of [1, 2]) {
      const request = question(intent, seed);
      const { found, ladder } = misses(request);
      expect({ seed, found: Math.min(found, ladder) }).toEqual({ seed, found });
    }
  });

  it("a façade held in the hand is taken where its brightest parts and its shadows both stand", () => {
    for (const support of ["hand", "braced"] as const)
      for (const sceneEv of [3, 4, 5, 6, 7]) {
        const facade = { ...usualScene("still-view"), intent: "still-view" as const, camera, filterStops: [] };
        const { found, ladder } = misses({ ...facade, sceneEv, support, highlightStops: 4 });
        expect([support, sceneEv, found]).toEqual([support, sceneEv, ladder]);
      }
    const held = { ...usualScene("still-view"), intent: "still-view" as const, camera, filterStops: [] };
    expect(solve({ ...held, sceneEv: 5, support: "hand", highlightStops: 4 }).recipes[0]).toMatchObject({
      verdict: "works",
      recipe: { sequence: { frames: 1 } },
    });
  });
});
