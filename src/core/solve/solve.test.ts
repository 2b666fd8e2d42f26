import { chosenCamera } from "../camera";
import { type IntentId, type SolveRequest, usualScene } from "../intent";
import { longestStarShutter } from "../motion";
import { parseRecipe } from "../recipe";
import { advise, bracketShutters, type SolvedRecipe, solve, studyOf } from ".";
import { stillStreet, testCamera } from "./testing/requests";

const generic = chosenCamera({ phones: [], clipOns: [] }, null);
/** A question as the command line completes it: an intent, and what differs from its usual scene. */
const asked = (intent: IntentId, part: Partial<SolveRequest> = {}): SolveRequest => ({
  ...usualScene(intent),
  intent,
  camera: generic,
  filterStops: [],
  ...part,
});
const best = (request: SolveRequest): SolvedRecipe => solve(request).recipes[0]!;
const said = ({ demands }: SolvedRecipe): string => demands.map(({ sentence }) => sentence).join(" ");
const sentence = ({ demands }: SolvedRecipe, id: string) => demands.find((each) => each.id === id);
const schools = (part: Partial<SolveRequest["schools"]>) => ({ ...stillStreet.schools, ...part });

describe("what was promised and not kept", () => {
  it("trails are judged in the fused picture: lighten comes before a mean, which thins them", () => {
    const { recipes } = solve(asked("light-trails"));
    expect(recipes[0]?.recipe.stack).toBe("lighten over mean");
    const [headlamp] = recipes[0]!.outlook.trails;
    // 300 cd at 25 m and 12 m/s are some 5 stops over white at ISO 50, not 8.
    expect(-headlamp!.stopsUnderWhite).toBeGreaterThan(4.3);
    expect(-headlamp!.stopsUnderWhite).toBeLessThan(5.3);
    const factor = /a filter of \d+ stops \(factor (\d+)\)/.exec(
      advise(asked("light-trails"), solve(asked("light-trails"))).join(" "),
    );
    expect(advise(asked("light-trails"), solve(asked("light-trails"))).join(" ")).toContain("(factor 32)");
    expect(Number(factor![1])).toBeLessThanOrEqual(32);
  });

  it("a road that recedes has an answer, measured in the picture", () => {
    const mover = { distanceM: 20, speedMps: 11, headingDegFromPerpendicular: 60 };
    const recipe = best(asked("light-trails", { mover }));
    expect(recipe.outlook.mover!.reached).toBeGreaterThan(0.93);
    expect(recipe.outlook.mover!.leavesTheFrame).toBe(false);
    expect(said(recipe)).not.toMatch(/ 0.%/);
  });

  it.each(["star-points", "star-arcs", "meteors"] as const)("nothing of %s works under a sky of EV 4", (intent) => {
    const request = asked(intent, { skyEv: 4 });
    expect(best(request).verdict).toBe("fails");
    expect(advise(request, solve(request)).join(" ")).toMatch(/a sky \d+ stops? darker/);
    expect(best(asked(intent)).verdict).toBe("works");
  });

  it.each([[], [6], [10]])("arcs do not work in twilight, least of all behind a filter of %s", (...filterStops) => {
    for (const skyEv of [0, 2]) {
      const request = asked("star-arcs", { skyEv, filterStops });
      expect(best(request).verdict).toBe("fails");
      expect(advise(request, solve(request)).join(" ")).toMatch(/a sky \d+ stops? darker/);
    }
    expect(best(asked("star-arcs", { skyEv: -4 })).verdict).toBe("works");
  });

  it("dashes under a bright sky do not work because nothing in the bag takes them away; a better hour does", () => {
    const request = asked("light-trails", { sceneEv: 7, filterStops: [2] });
    const solution = solve(request);
    expect(solution.recipes[0]!.verdict).toBe("compromise");
    expect(solution.beyond).toEqual(["headlamp-colour"]);
    expect(advise(request, solution)[0]).toMatch(/^With an hour or a place \d+ stops? darker it works/);
  });

  it("two degrees of turning are no arcs", () => {
    const request = asked("star-arcs", { windowSeconds: 600 });
    expect(best(request).verdict).toBe("fails");
    expect(advise(request, solve(request)).join(" ")).toMatch(/With 32.min instead of 10.min/);
    expect(best(asked("star-arcs", { windowSeconds: 7300 })).outlook.stars.turnedDeg).toBeGreaterThan(29);
  });

  it("a crowd on half of the ground is emptied by nothing, and one on 30 % by a median and not by a mean", () => {
    const crowd = (occupancy: number) => asked("emptied-place", { crowd: { occupancy, dwellSeconds: 2 } });
    expect(best(crowd(0.55)).verdict).toBe("fails");
    expect(advise(crowd(0.55), solve(crowd(0.55))).join(" ")).toMatch(/at an emptier hour/);
    const { recipes } = solve(crowd(0.3));
    expect(recipes[0]).toMatchObject({ verdict: "works", shape: "median" });
    expect(recipes[0]!.outlook.plan.frames).toBeGreaterThanOrEqual(55);
    expect(recipes.some(({ shape }) => shape === "mean")).toBe(false);
  });

  it("a bracket keeps within hand, time and ladder", () => {
    for (const part of [{ support: "hand" as const }, { windowSeconds: 30 }, {}]) {
      const request = asked("still-view", { sceneEv: 1, highlightStops: 4, ...part });
      for (const { shape, recipe, verdict, outlook } of solve(request).recipes) {
        if (shape !== "bracket" || verdict === "fails") continue;
        for (const { nominalSeconds } of outlook.plan.shutters) expect(generic.shutterLadder).toContain(nominalSeconds);
        expect(outlook.cost.seconds).toBeLessThanOrEqual(1.02 * request.windowSeconds);
        expect(part.support).toBeUndefined();
        expect(new Set(outlook.plan.shutters.map(({ nominalSeconds }) => nominalSeconds)).size).toBe(
          recipe.sequence!.frames,
        );
      }
    }
  });

  it("no advice needs more than the phone has", () => {
    const request = asked("blurred-subject", {
      sceneEv: 3,
      mover: { distanceM: 120, speedMps: 3, headingDegFromPerpendicular: 0 },
      schools: schools({ frames: "one" }),
    });
    for (const text of advise(request, solve(request))) expect(text).not.toMatch(/of 61.s/);
    // A cycle that takes 2.75 s to cross is not followed for 7.4 s.
    const cycle = { distanceM: 9, speedMps: 5, headingDegFromPerpendicular: 0 };
    for (const { outlook } of solve(asked("blurred-subject", { mover: cycle, sceneEv: 5 })).recipes)
      expect(outlook.cost.seconds - outlook.plan.firstOpensSeconds).toBeLessThan(
        1.4 * outlook.mover!.wholeSeconds + 0.5,
      );
  });

  it("a stick in a storm fails", () => {
    const request = asked("still-view", { support: "stick", gustMps: 60, sceneEv: 0 });
    expect(best(request).verdict).not.toBe("works");
    expect(advise(request, solve(request)).join(" ")).toMatch(/tripod|shelter/);
  });

  it("what the intent needs is asked for", () => {
    for (const [intent, part, word] of [
      ["light-trails", { mover: null }, /what passes/],
      ["light-trails", { lamps: [] }, /which lamps/],
      ["smoothed-water", { water: null }, /what water/],
      ["emptied-place", { crowd: null }, /how many people/],
      ["star-points", { skyEv: null }, /how bright the sky/],
      ["glowing-background", { subjectM: null }, /how far off the subject/],
    ] as const) {
      const { asks, recipes } = solve(asked(intent, part));
      expect(asks.join(" ")).toMatch(word);
      expect(recipes).toEqual([]);
    }
  });

  it("headlamps that are white at any setting are said once and not held against every recipe", () => {
    const request = asked("light-trails", { filterStops: [2], sceneEv: 4 });
    const solution = solve(request);
    expect(solution.beyond).toContain("headlamp-colour");
    expect(solution.recipes[0]?.verdict).toBe("works");
    expect(sentence(solution.recipes[0]!, "headlamp-colour")).toMatchObject({ met: false, beyond: true });
    expect(advise(request, solution).filter((text) => text.startsWith("Headlamps are white"))).toHaveLength(1);
  });

  it("what is beyond reach is bought with nothing that was met, or its price is named", () => {
    const request = asked("light-trails");
    const advice = advise(request, solve(request)).find((text) => text.startsWith("Headlamps are white"))!;
    expect(advice).toMatch(/But then: Tail lamps stand only/);
    const filterStops = [Number(/a filter of (\d+) stops/.exec(advice)![1])];
    const { recipes } = solve({ ...request, filterStops });
    const kept = recipes.find((each) => sentence(each, "headlamp-colour")?.met)!;
    expect(kept.outlook.trails[0]!.clippedChannels).toBeLessThan(2);
    expect(sentence(kept, "tail-lamp-shine")?.met).toBe(false);
    const fast = asked("frozen-action", {
      sceneEv: 11,
      mover: { distanceM: 5, speedMps: 12, headingDegFromPerpendicular: 0 },
    });
    const free = advise(fast, solve(fast)).join(" ");
    expect(free).not.toMatch(/But then/);
    const brighter = best({ ...fast, sceneEv: 11 + Number(/To change that: (\d+) stops more light/.exec(free)![1]) });
    expect(brighter.demands.every(({ met }) => met)).toBe(true);
  });

  it("a dark square is emptied by a median of short frames at a high ISO", () => {
    const recipe = best(asked("emptied-place", { sceneEv: -3 }));
    expect(recipe).toMatchObject({ verdict: "works", shape: "median" });
    expect(recipe.recipe.iso).toBeGreaterThan(800);
  });

  it("what fails is not headed by a virtue, and the phone's own night mode not praised where nothing is amiss", () => {
    const dark = asked("still-view", { support: "hand", sceneEv: -4, highlightStops: 4 });
    expect(best(dark)).toMatchObject({ verdict: "fails", bestAt: "the nearest to it" });
    expect(advise(dark, solve(dark)).join(" ")).toContain("automatic night mode");
    const bright = asked("still-view", { support: "hand", sceneEv: 9 });
    expect(best(bright).verdict).toBe("works");
    expect(advise(bright, solve(bright))).toEqual([]);
  });
});

describe("a tram that takes 3.4 s to cross, on a street that is white from half a second", () => {
  const clipsFrom = (seconds: number) => 3.2630344 + Math.log2((100 * 1.8 ** 2) / (50 * seconds));
  const tram = asked("blurred-subject", {
    camera: testCamera,
    sceneEv: clipsFrom(0.5),
    mover: { distanceM: 18, speedMps: 8, headingDegFromPerpendicular: 0 },
  });

  it("is reached by a filter, or by frames that span its crossing and no more", () => {
    const { recipes } = solve({ ...tram, filterStops: [6] });
    const filtered = recipes.find(({ recipe, filterStops }) => filterStops === 6 && recipe.sequence?.frames === 1);
    expect(filtered?.outlook.mover?.reached).toBeGreaterThan(0.93);
    expect(filtered?.outlook.base.stopsUnderWhite).toBeGreaterThan(0);
    expect(filtered?.verdict).toBe("works");
    expect(best(tram).recipe.stack).toBe("mean");
    expect(best(tram).outlook.mover?.reached).toBeGreaterThan(0.93);
  });

  it("never has its trail saved by a shorter shutter", () => {
    const trails = { ...tram, intent: "light-trails" as const, lamps: ["headlamp" as const] };
    const solution = solve(trails);
    const all = [...advise(trails, solution), ...solution.recipes.map(said)].join(" ");
    expect(all).not.toMatch(/shorter shutter (would|will|saves)/);
    const figure = (line: string) =>
      (studyOf(trails, parseRecipe(line).recipe)?.figures ?? []).find(({ id }) => id === "trail-headlamp")?.value;
    expect(figure("1/60 | iso 50")).toBe(figure("4s | iso 50"));
  });
});

describe("the solver", () => {
  it("meters a still view at the lowest ISO on a tripod", () => {
    const first = best(stillStreet);
    expect([first.verdict, first.recipe.iso, first.shape]).toEqual(["works", 50, "one"]);
    expect(Math.abs(first.outlook.base.meterStops)).toBeLessThan(0.4);
  });

  it("puts on no filter where it is dark, and takes no two frames where one does", () => {
    for (const intent of ["still-view", "smoothed-water", "star-points", "glowing-background"] as const) {
      const first = best(asked(intent, { filterStops: [3, 6], sceneEv: intent === "star-points" ? -6 : -1 }));
      expect([intent, first.filterStops, first.recipe.sequence?.frames]).toEqual([intent, 0, 1]);
    }
  });

  it("waits for nothing before action, and lets the phone settle before all else", () => {
    expect(best(asked("frozen-action")).recipe.delaySeconds).toBeNull();
    expect(best(asked("sweep")).recipe.delaySeconds).toBeNull();
    expect(best(asked("still-view")).recipe.delaySeconds).toBe(2);
    expect(best(asked("still-view", { release: "remote" })).recipe.delaySeconds).toBeNull();
  });

  it("draws with a lamp in one frame, and lays what was held by hand over itself before it is fused", () => {
    for (const { recipe } of solve(asked("light-drawing", { filterStops: [3] })).recipes)
      expect(recipe.sequence?.frames).toBe(1);
    for (const { recipe, verdict } of solve(asked("emptied-place", { support: "hand", sceneEv: 6 })).recipes)
      if (verdict !== "fails") expect([1, "turn"]).toContain(recipe.align ?? recipe.sequence?.frames);
    for (const { recipe } of solve(asked("still-view", { support: "tripod" })).recipes) expect(recipe.align).toBeNull();
  });

  it("lays star points by their stars: fainter ones stand out than in any one frame, and they stay points", () => {
    const request = asked("star-points");
    const many = solve(request).recipes.find(({ recipe }) => (recipe.sequence?.frames ?? 1) > 1)!;
    expect([many.verdict, many.recipe.align]).toEqual(["works", "stars"]);
    const { trailPx, faintestMagnitude } = many.outlook.stars;
    const line = `${many.recipe.sequence!.shutterSeconds}s | iso ${many.recipe.iso}`;
    const one = studyOf(request, parseRecipe(`1 x ${line}`).recipe)!.outlook.stars;
    expect(trailPx).toBeCloseTo(one.trailPx, 6);
    const frames = many.recipe.sequence!.frames;
    // Noise falls by the root of the frames: 2.5 log of it in magnitudes, a little more where stars' own noise counts.
    expect(faintestMagnitude! - one.faintestMagnitude!).toBeGreaterThan(0.99 * 1.25 * Math.log10(frames));
    expect(studyOf(request, parseRecipe(`${frames} x ${line} -> mean`).recipe)!.outlook.stars.trailPx).toBeGreaterThan(
      3 * trailPx,
    );
  });

  it("turns falls to silk, and keeps streaks when asked to", () => {
    const falls = asked("smoothed-water", { water: "rapids", sceneEv: 4 });
    expect(best(falls).outlook.water!.contrastLeft).toBeLessThan(0.205);
    const texture = best({ ...falls, schools: schools({ water: "texture" }) });
    expect(texture.outlook.water!.contrastLeft).toBeGreaterThan(0.29);
    expect(texture.outlook.water!.contrastLeft).toBeLessThan(0.67);
  });

  it("keeps stars points by the chosen school, and less time nearer the equator", () => {
    const shutter = (part: Partial<SolveRequest>) => best(asked("star-points", part)).recipe.sequence!.shutterSeconds;
    expect(shutter({})).toBe(10);
    expect(shutter({ declinationDeg: 60 })).toBeGreaterThan(18);
    const npf = schools({ stars: "npf", starFactor: 1 });
    expect(shutter({ schools: npf })).toBeLessThanOrEqual(1.02 * longestStarShutter(generic.lens, 0, "npf", 1));
  });

  it("fuses a bracket for a still view whose lamps would clip", () => {
    const first = best({ ...stillStreet, highlightStops: 7, filterStops: [] });
    expect(first.line).toMatch(/\| bracket 2 stops .*-> fuse$/);
    expect(first.verdict).toBe("works");
  });

  it("films at the shutter angle that was chosen, with the filter that it takes", () => {
    expect(best(asked("moving-picture")).outlook.shutterAngleDeg).toBeCloseTo(180, 6);
    const crisp = asked("moving-picture", {
      framesPerSecond: 50,
      schools: schools({ shutterAngleDeg: 90 }),
      sceneEv: 8,
    });
    // The phone has 1/250 s and 1/125 s: the nearer to 1/200 s.
    expect(best(crisp).outlook.shutterAngleDeg).toBeCloseTo(72, 6);
    const day = asked("moving-picture", { sceneEv: 13 });
    expect(best(day).verdict).not.toBe("works");
    expect(advise(day, solve(day)).join(" ")).toMatch(/a filter of \d stops? /);
  });

  it("turns with the subject at its own speed", () => {
    const { sweep } = best(asked("sweep")).outlook;
    // 5 m/s at 8 m are 0.625 radians a second.
    expect(sweep!.degPerSecond).toBeCloseTo(35.8, 1);
    expect(sweep!.streakShare).toBeGreaterThan(0.02);
  });

  it("makes discs of lamps behind, wider the nearer the subject", () => {
    const discs = (subjectM: number) => best(asked("glowing-background", { subjectM })).outlook.discs!;
    // f²·(D - s)/(N·D·(s - f)) at 6.4 mm, f/1.8, 0.4 m and 60 m, over 2.4 µm.
    expect(discs(0.4).diameterPx).toBeCloseTo((6.4 ** 2 * (60 - 0.4)) / 60 / (1.8 * (400 - 6.4)) / 0.0024, 6);
    expect(discs(0.2).diameterPx).toBeGreaterThan(2 * discs(0.4).diameterPx);
    expect(best(asked("glowing-background")).recipe.focus).toEqual({ kind: "distance", metres: 0.4 });
  });

  it("shows at most six, each for something that it does visibly better", () => {
    for (const intent of ["light-trails", "smoothed-water", "still-view", "blurred-subject"] as const) {
      const { recipes } = solve(asked(intent, { filterStops: [2.5, 3, 6] }));
      expect(recipes.length).toBeLessThanOrEqual(6);
      expect(new Set(recipes.map(({ bestAt }) => bestAt)).size).toBe(recipes.length);
      expect(new Set(recipes.map(({ line }) => line)).size).toBe(recipes.length);
    }
  });
});

describe("schools", () => {
  const under = (request: SolveRequest, part: Partial<SolveRequest["schools"]>) =>
    best({ ...request, schools: schools(part) });

  it("of brightness go as far under the meter as the highlights ask for, from 0.7 stops to 2", () => {
    const stops = (highlightStops: number, brightness: "meter" | "highlights") =>
      under({ ...stillStreet, highlightStops }, { brightness }).outlook.base.meterStops;
    expect(Math.abs(stops(2, "meter"))).toBeLessThan(0.2);
    expect(Math.abs(stops(2, "highlights") + 0.7)).toBeLessThan(0.35);
    expect(Math.abs(stops(4.8, "highlights") + 1.5)).toBeLessThan(0.35);
  });

  it("of frames take one where it can be had, or several", () => {
    expect(under(stillStreet, { frames: "one" }).recipe.sequence?.frames).toBe(1);
    expect(under(stillStreet, { frames: "many" }).recipe.sequence?.frames).toBeGreaterThan(1);
  });

  it("of length leave the shutter open longer when the longest is wanted", () => {
    const falls = asked("smoothed-water", { water: "rapids" });
    const open = (length: "enough" | "longest") => {
      const { sequence } = under(falls, { length }).recipe;
      return sequence!.frames * sequence!.shutterSeconds;
    };
    expect(open("longest")).toBeGreaterThan(open("enough"));
  });

  it("of ISO keep to a person's own ceiling", () => {
    expect(under(asked("star-points"), {}).recipe.iso).toBeGreaterThan(400);
    expect(under(asked("star-points"), { isoCeiling: 400 }).recipe.iso).toBeLessThanOrEqual(400);
  });

  it("of white balance, focus and files are written into the line", () => {
    expect(under(stillStreet, { whiteBalance: "fixed", kelvin: 3600 }).line).toContain("wb 3600K");
    expect(under(stillStreet, { whiteBalance: "locked" }).line).toContain("wb lock");
    expect(under(stillStreet, { whiteBalance: "raw", files: "raw+jpeg" }).line).toMatch(/wb raw .*raw\+jpeg/);
    expect(under(stillStreet, { focus: "infinity" }).line).toContain("focus inf");
    // 6.4 mm, f/1.8 and two pixels of 2.4 µm: sharp to infinity from 4.7 m.
    expect(under(stillStreet, { focus: "distance" }).line).toContain("focus 4.7m");
    expect(under(asked("star-points"), { focus: "lock" }).line).toContain("focus inf");
  });
});

describe("a bracket", () => {
  it("takes rungs two stops apart, and fewer of them at the ladder's end", () => {
    const ladder = [1 / 4, 1 / 2, 1, 2, 4];
    expect(bracketShutters(ladder, 1, 2, 1)).toEqual([1 / 4, 1, 4]);
    expect(bracketShutters(ladder, 4, 2, 1)).toEqual([1, 4]);
  });
});
