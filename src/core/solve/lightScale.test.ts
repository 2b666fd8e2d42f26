import { chosenCamera } from "../camera";
import { type IntentId, type SolveRequest, usualScene } from "../intent";
import { parseRecipe } from "../recipe";
import { lightScaleOf, studyOf } from ".";

const camera = chosenCamera({ phones: [], clipOns: [] }, null);
const ask = (intent: IntentId, part: Partial<SolveRequest> = {}): SolveRequest => ({
  ...usualScene(intent),
  intent,
  camera,
  filterStops: [],
  ...part,
});
/** How a line stands, its light changed by so many stops in the place itself. */
function stands(request: SolveRequest, line: string, byStops = 0) {
  const { sceneEv, skyEv } = request;
  const lit = { ...request, sceneEv: sceneEv + byStops, skyEv: skyEv === null ? null : skyEv + byStops };
  const study = studyOf(lit, parseRecipe(line).recipe)!;
  const missed = (id: string) => study.judgement.demands.some(({ demand, miss }) => demand.id === id && miss > 0);
  return { scale: lightScaleOf(lit, study.outlook), missed };
}
const lightOf = (scale: ReturnType<typeof lightScaleOf>, of: string) => scale.lights.find((each) => each.of === of)!;

describe("the scale of a picture's light", () => {
  it.each([
    ["still-view", "1/60 | iso 50", "ground", "brightness"],
    ["still-view", "30s | iso 50", "ground", "brightness"],
    ["star-points", "1s | iso 400", "sky", "night-sky"],
    ["star-points", "30s | iso 3200", "sky", "night-sky"],
  ] as const)(
    "says of %s by %s how much more or less light its %s wants, and that much helps",
    (intent, line, of, id) => {
      const request = ask(intent, intent === "star-points" ? { skyEv: -6 } : {});
      const before = stands(request, line);
      const { missStops } = lightOf(before.scale, of);
      expect(before.missed(id)).toBe(true);
      expect(Math.abs(missStops)).toBeGreaterThan(0.1);
      // A tenth of a stop over the bound, and a quarter short of it: the judge allows for rounded rungs.
      const there = stands(request, line, missStops + 0.1 * Math.sign(missStops));
      expect(there.missed(id)).toBe(false);
      expect(lightOf(there.scale, of).missStops).toBe(0);
      expect(stands(request, line, missStops - 0.25 * Math.sign(missStops)).missed(id)).toBe(true);
    },
  );

  it("has the darkest light first, and white lamps at white", () => {
    const { scale } = stands(ask("light-trails"), "4s | iso 100");
    const levels = scale.lights.map(({ underWhite }) => underWhite);
    expect(levels).toEqual(levels.toSorted((a, b) => b - a));
    expect(lightOf(scale, "headlamp").underWhite).toBeLessThan(0.05);
    expect(scale.noiseFloor).toBeGreaterThan(levels[0]!);
  });
});
