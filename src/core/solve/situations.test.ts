import { chosenCamera } from "../camera";
import { parseRecipe } from "../recipe";
import { explain, METER_TO_CLIP_STOPS, type SolveRequest, solve } from ".";
import { stillStreet, testCamera } from "./testing/requests";

// Situations as people tell them, with what they find out at last.

const ask = (change: Partial<SolveRequest>) => solve({ ...stillStreet, filterStops: [], ...change });
const schools = (change: Partial<SolveRequest["schools"]>) => ({ ...stillStreet.schools, ...change });
const saidOf = (change: Partial<SolveRequest>, line: string, id: string) =>
  explain({ ...stillStreet, ...change }, parseRecipe(line).recipe).find((figure) => figure.id === id)?.value;

/** Light at which a surface clips at this shutter and the lowest ISO. */
const clippingFrom = (seconds: number): number => METER_TO_CLIP_STOPS + Math.log2((100 * 1.8 ** 2) / (50 * seconds));
const tram: Partial<SolveRequest> = {
  ...{ intent: "light-trails", sceneEv: clippingFrom(0.5), lampIntensityCd: 60 },
  mover: { distanceM: 18, speedMps: 8, headingDegFromPerpendicular: 0 },
};

describe("a tram that takes 3.4 s to cross, on a street that is white from half a second", () => {
  it("is reached by seven frames of half a second, and by a filter of three stops", () => {
    const { recipes } = ask({ ...tram, filterStops: [3] });
    const stack = recipes.find(({ kind, filterStops }) => kind === "mean" && filterStops === 0);
    expect(stack?.line).toMatch(/^7 x 0\.5s \| iso 50 /);
    const filtered = recipes.find(({ kind }) => kind === "filter");
    expect(filtered?.line).toMatch(/^4s \| iso 50 \| 3 stops/);
    for (const recipe of [stack, filtered]) {
      expect(recipe?.predicted.coverage).toBe(1);
      expect(recipe?.predicted.headroomStops).toBeGreaterThanOrEqual(0);
      expect(recipe?.verdict).toBe("compromise");
    }
  });

  it("never has its trail saved by a shorter shutter", () => {
    const { advice, recipes } = ask(tram);
    expect(advice.join(" ")).toMatch(/a filter of 3 stops \(factor 8\), or 7 frames of 0\.5.s by mean/);
    expect(advice.join(" ")).toMatch(/a shorter shutter would not/);
    const said = [...advice, ...recipes.flatMap(({ reasons, better }) => [...reasons, better ?? ""])].join(" ");
    expect(said).not.toMatch(/shorter shutter (would|will|saves)(?! not)/);
    expect(saidOf(tram, "1/60 | iso 50", "trail")).toBe(saidOf(tram, "4s | iso 50", "trail"));
  });
});

describe("ten seconds far too bright, four still, one right", () => {
  it("is told beforehand", () => {
    const sceneEv = Math.log2((100 * 1.8 ** 2) / 50);
    const stops = (line: string) => saidOf({ sceneEv }, line, "meter");
    expect([stops("10s | iso 50"), stops("4s | iso 50"), stops("1s | iso 50")]).toEqual(["+3.3", "+2.0", "0.0"]);
    expect(ask({ sceneEv }).recipes[0]?.line).toMatch(/^1s \| iso 50 /);
  });
});

describe("stars", () => {
  const stars: Partial<SolveRequest> = { intent: "star-points", sceneEv: -6, highlightStops: 0 };

  it("trail by 5.8 pixels in 30 s and by 9.7 in 50 s on the equator, and stay points to about ten", () => {
    expect(saidOf(stars, "30s | iso 1600", "stars")).toBe("5.8 pixels");
    expect(saidOf(stars, "50s | iso 1600", "stars")).toBe("9.7 pixels");
    expect(ask(stars).recipes[0]?.recipe.sequence).toMatchObject({ frames: 1, shutterSeconds: expect.closeTo(10, 0) });
  });

  it("trail less towards the pole", () => {
    expect(ask({ ...stars, declinationDeg: 60 }).recipes[0]?.recipe.sequence?.shutterSeconds).toBeGreaterThan(18);
  });
});

describe("water", () => {
  const water = (change: Partial<SolveRequest>) =>
    ask({ intent: "smoothed-water", water: "chop", sceneEv: 3, ...change });

  it("keeps its texture at dusk in one frame at the lowest ISO", () => {
    const [best] = water({ schools: schools({ water: "texture" }) }).recipes;
    expect([best?.kind, best?.recipe.iso, best?.verdict]).toEqual(["single", 50, "works"]);
    expect(best?.predicted.contrastLeft).toBeGreaterThan(0.3);
    expect(best?.predicted.contrastLeft).toBeLessThan(0.65);
  });

  it("turns to silk before a bright sky behind a pair of sunglasses", () => {
    const { recipes } = water({ water: "rapids", sceneEv: 7, filterStops: [2.5] });
    const behind = recipes.find(({ filterStops }) => filterStops === 2.5);
    expect(behind?.verdict).toBe("works");
    expect(behind?.predicted.contrastLeft).toBeLessThan(0.2);
    expect(water({ water: "rapids", sceneEv: 7 }).recipes.every(({ filterStops }) => filterStops === 0)).toBe(true);
  });

  it("at noon is silk by no means at hand, and what to buy is said", () => {
    const { recipes, advice } = water({ water: "rapids", sceneEv: 14 });
    expect(recipes.some(({ verdict }) => verdict === "works")).toBe(false);
    expect(advice.join(" ")).toMatch(/a filter of factor \d{3,}/);
  });
});

describe("people, drawings, arcs, and the phone's own mode", () => {
  it("so full that the time is short for a clean median gets the longest that fits, and hears what it would take", () => {
    const full = {
      intent: "emptied-place",
      sceneEv: 4,
      crowd: { occupancy: 0.4, dwellSeconds: 10 },
      windowSeconds: 600,
    } as const;
    const { recipes, advice } = ask(full);
    const median = recipes.find(({ kind }) => kind === "median")!;
    expect(median.verdict).toBe("compromise");
    expect(median.better).toMatch(/clean from \d+ frames/);
    expect(median.predicted.totalSeconds).toBeLessThanOrEqual(600);
    expect(median.predicted.totalSeconds).toBeGreaterThan(560);
    expect(advice.join(" ")).toMatch(
      /people on 40 % of the ground it takes the median of 2\d\d frames, 10.s apart: 3\d.min/,
    );
    const packed = ask({ ...full, crowd: { occupancy: 0.55, dwellSeconds: 10 } });
    expect(packed.advice.join(" ")).toMatch(/no median empties it/);
    expect(packed.recipes.some(({ kind }) => kind === "median")).toBe(false);
  });

  it("fifteen frames, a stay apart, empty a square of which people cover 15 %", () => {
    const { recipes } = ask({ intent: "emptied-place", crowd: { occupancy: 0.15, dwellSeconds: 4 } });
    expect(recipes[0]).toMatchObject({ kind: "median", verdict: "works" });
    expect(recipes[0]?.recipe.sequence).toMatchObject({ frames: 15, periodSeconds: 4 });
    expect(recipes[0]?.predicted.cleanProbability).toBeGreaterThan(0.999);
  });

  it("a hand lamp draws for four seconds", () => {
    const camera = chosenCamera({ phones: [], clipOns: [] }, null);
    const [best] = ask({ intent: "light-drawing", camera, sceneEv: -2 }).recipes;
    expect(best?.line).toMatch(/^4s \| iso 320 /);
    expect(best?.verdict).toBe("works");
  });

  it("arcs of 30 degrees take two hours less twenty seconds, with gaps of a fifth of a pixel", () => {
    const camera = { ...testCamera, writeSeconds: 1 };
    const [arcs] = ask({ intent: "star-arcs", camera, sceneEv: -6, windowSeconds: 7180 }).recipes;
    expect(arcs?.kind).toBe("sequence");
    expect(arcs?.reasons.join(" ")).toMatch(/Gaps of 0.19 pixels between frames; 30° of turning/);
    expect(arcs?.predicted.totalSeconds).toBeGreaterThan(7100);
    expect(arcs?.predicted.totalSeconds).toBeLessThanOrEqual(7182);
  });

  it("a still view from the hand is the phone's own night mode's work", () => {
    expect(ask({ support: "hand", sceneEv: 0 }).advice[0]).toMatch(/automatic night mode will do better/);
    expect(ask({ support: "tripod", sceneEv: 0 }).advice.join(" ")).not.toMatch(/automatic night mode/);
  });
});

describe("a run as long as there is room for", () => {
  const meteors: Partial<SolveRequest> = { intent: "meteors", sceneEv: -6, highlightStops: 0, windowSeconds: 7200 };

  it("ends with the time, with the battery, or with the storage, whichever is first", () => {
    const longest = (change: Partial<SolveRequest>) => {
      const [best] = ask({ ...meteors, ...change }).recipes;
      expect(best?.verdict).toBe("works");
      return { ...best!.predicted, better: best!.better };
    };
    const whole = longest({});
    expect(whole.totalSeconds).toBeGreaterThan(7100);
    expect(whole.totalSeconds).toBeLessThanOrEqual(7200);
    const low = longest({ batteryPercent: 20 });
    expect(low.batteryPercent).toBeGreaterThan(19.8);
    expect(low.batteryPercent).toBeLessThanOrEqual(20);
    expect(low.better).toMatch(/battery ends it: a power bank .* all of the 2.h/);
    const full = longest({ freeMegabytes: 1000 });
    expect(full.megabytes).toBe(1000);
    expect(full.better).toMatch(/storage ends it: free some room for all/);
    const raw = longest({ freeMegabytes: 1000, schools: schools({ files: "raw+jpeg" }) });
    expect(raw.better).toMatch(/or save JPEG alone/);
    expect(whole.better).not.toMatch(/ends it/);
  });
});

describe("a sky that is still bright over a lit street", () => {
  const dusk: Partial<SolveRequest> = { intent: "still-view", sceneEv: 4, skyEv: 8 };
  const skyEdge = (change: Partial<SolveRequest>) => ask(change).edges.find(({ id }) => id === "sky-clips");

  it("is white four stops before the street is, and is no limit once it is the darker of the two", () => {
    const clips = (id: string) => {
      const { curve } = ask(dusk).edges.find((edge) => edge.id === id)!;
      return curve.kind === "product" ? curve.product : Number.NaN;
    };
    expect(Math.log2(clips("surfaces-clip") / clips("sky-clips"))).toBeCloseTo(4, 9);
    expect(skyEdge(dusk)?.reason).toMatch(/EV 8.0 then, 4.0 stops over/);
    expect(skyEdge({ ...dusk, skyEv: 3 })).toBeUndefined();
    expect(skyEdge({ ...dusk, skyEv: null })).toBeUndefined();
  });

  it("is told of each recipe that loses it, and kept by a bracket that reaches it", () => {
    const white = (line: string) => /comes out white/.test(line);
    const { recipes } = ask({ ...dusk, highlightStops: 4 });
    const said = (kind: string) => recipes.find((recipe) => recipe.kind === kind)!.reasons.join(" ");
    expect(white(said("single"))).toBe(recipes.find(({ kind }) => kind === "single")!.predicted.headroomStops < 4);
    expect(white(said("bracket"))).toBe(false);
    expect(white(ask({ ...dusk, skyEv: 10 }).recipes[0]!.reasons.join(" "))).toBe(true);
  });
});
