import {
  BARE_SETUP,
  bracketShutters,
  fieldEdges,
  firstToMove,
  METER_TO_CLIP_STOPS,
  meterStops,
  openRungs,
  productAt,
  type SolveRequest,
  solve,
  trailHeadroomStops,
  usualScene,
} from ".";
import { stillStreet as base, testCamera as camera } from "./testing/requests";

const mover = { distanceM: 30, speedMps: 11, headingDegFromPerpendicular: 0 };
const edge = (request: SolveRequest, id: string, filterStops = 0) =>
  fieldEdges(request, { ...BARE_SETUP, filterStops }).find((each) => each.id === id);

describe("the edges", () => {
  it("put a surface at the metered level 3.26 stops under clipping", () => {
    expect(METER_TO_CLIP_STOPS).toBeCloseTo(3.26, 2);
    const product = productAt(base, 0, 0);
    expect(meterStops(base, { shutterSeconds: product / 50, iso: 50, filterStops: 0 })).toBeCloseTo(0, 10);
  });

  it("move the street's clipping with a filter's stops, and the trail's too, but not with the shutter", () => {
    const trails: SolveRequest = { ...base, intent: "light-trails", lampIntensityCd: 300, mover };
    const street = (filter: number) => {
      const found = edge(trails, "surfaces-clip", filter);
      return found?.curve.kind === "product" ? found.curve.product : 0;
    };
    expect(street(3) / street(0)).toBeCloseTo(8, 10);
    const headroom = (shutterSeconds: number, filterStops: number) =>
      trailHeadroomStops(trails, { shutterSeconds, iso: 50, filterStops })!;
    expect(headroom(10, 0)).toBe(headroom(0.1, 0));
    expect(headroom(1, 3) - headroom(1, 0)).toBeCloseTo(3, 10);
    const farther = { ...trails, mover: { ...mover, distanceM: 60 } };
    expect(trailHeadroomStops(farther, { shutterSeconds: 1, iso: 50, filterStops: 0 })! - headroom(1, 0)).toBeCloseTo(
      1,
      10,
    );
  });

  it("close the ground of star points to frames that are fused as they are", () => {
    const stars: SolveRequest = { ...base, intent: "star-points", sceneEv: -6 };
    const setup = { ...BARE_SETUP, frames: 24, stack: "mean" as const, pauseSeconds: 0.5 };
    const edges = fieldEdges(stars, setup);
    expect(openRungs(edges, camera, 24)).toBe(0);
    expect(firstToMove(edges, camera, 24).map(({ id }) => id)).toEqual(["stars-fused"]);
    expect(openRungs(fieldEdges(stars, { ...setup, stack: null }), camera, 24)).toBeGreaterThan(0);
    // Arcs are meant to be drawn.
    const arcs = fieldEdges({ ...stars, intent: "star-arcs" }, { ...setup, stack: "lighten" });
    expect(arcs.some(({ id }) => id === "stars-fused")).toBe(false);
  });

  it("say a reason and what moves them, each once", () => {
    const all = fieldEdges(
      { ...base, intent: "light-trails", lampIntensityCd: 300, mover, vehiclesPerHour: 900 },
      BARE_SETUP,
    );
    expect(new Set(all.map(({ id }) => id)).size).toBe(all.length);
    for (const { reason, moves } of all) expect(`${reason} ${moves}`).toMatch(/^[A-Z].+\. .+\.$/);
  });
});

describe("a bracket", () => {
  it("takes rungs two stops apart, and fewer of them at the ladder's end", () => {
    const ladder = [1 / 4, 1 / 2, 1, 2, 4];
    expect(bracketShutters(ladder, 1, 2, 1)).toEqual([1 / 4, 1, 4]);
    expect(bracketShutters(ladder, 4, 2, 1)).toEqual([1, 4]);
  });
});

describe("the solver", () => {
  it("meters a still view at the lowest ISO on a tripod", () => {
    const [first] = solve(base).recipes;
    expect(first?.verdict).toBe("works");
    expect(first?.recipe.iso).toBe(50);
    expect(Math.abs(first!.predicted.meterStops)).toBeLessThan(0.4);
  });

  it("opens a long crossing by many frames or a filter where one exposure would be white", () => {
    const slow = { distanceM: 60, speedMps: 4, headingDegFromPerpendicular: 0 };
    const tram: SolveRequest = { ...base, intent: "blurred-subject", mover: slow };
    const { recipes } = solve(tram);
    const [first] = recipes;
    expect(["mean", "filter"]).toContain(first?.kind);
    expect(first?.predicted.coverage).toBe(1);
    expect(first!.predicted.headroomStops).toBeGreaterThan(1);
    const single = recipes.find(({ kind }) => kind === "single");
    expect(single === undefined || single.score < first!.score).toBe(true);
  });

  it("turns falls to silk, and keeps streaks when asked to", () => {
    const falls: SolveRequest = { ...base, intent: "smoothed-water", water: "rapids" };
    expect(solve(falls).recipes[0]?.predicted.contrastLeft).toBeLessThan(0.21);
    const texture = solve({ ...falls, schools: { ...falls.schools, water: "texture" } }).recipes[0];
    expect(texture?.predicted.contrastLeft).toBeGreaterThan(0.28);
    expect(texture?.predicted.contrastLeft).toBeLessThan(0.67);
  });

  it("keeps stars points by the chosen school", () => {
    const stars: SolveRequest = { ...base, intent: "star-points", sceneEv: -6 };
    expect(solve(stars).recipes[0]?.predicted.starTrailPx).toBeLessThan(2.1);
  });

  it("empties a square with 15 % of it covered by the median of 15 frames, a dwell apart", () => {
    const crowd = { occupancy: 0.15, dwellSeconds: 4 };
    const { recipes } = solve({ ...base, intent: "emptied-place", crowd });
    const median = recipes.find(({ kind }) => kind === "median");
    expect(median?.predicted.frames).toBe(15);
    expect(median?.recipe.sequence?.periodSeconds).toBe(4);
  });

  it("takes a tram across the whole frame past a floor that clips from half a second, by filter and by stack", () => {
    // 18 m, 8 m/s: 3.4 s across. The street clips at ISO 50 from 0.5 s.
    const sceneEv = METER_TO_CLIP_STOPS + Math.log2((100 * 1.8 ** 2) / (50 * 0.5));
    const tram: SolveRequest = {
      ...{ ...base, intent: "blurred-subject", sceneEv, lampIntensityCd: 60 },
      mover: { distanceM: 18, speedMps: 8, headingDegFromPerpendicular: 0 },
    };
    const { advice, edges } = solve(tram);
    const crossing = edges.find(({ id }) => id === "crossing");
    expect(crossing?.curve.kind === "shutter" && crossing.curve.seconds).toBeCloseTo(3.44, 2);
    expect(advice[0]).toMatch(/white from 0.5.s.*a filter of 3 stops \(factor 8\), or 7 frames of 0\.5.s by mean/);
    expect(solve({ ...tram, intent: "light-trails" }).advice.join(" ")).toMatch(/a shorter shutter would not/);
  });

  it("takes as many frames as the motion needs, of a rung the phone has, and says the same beside it", () => {
    const surf = {
      ...usualScene("smoothed-water"),
      skyEv: null,
      intent: "smoothed-water",
      camera,
      filterStops: [],
    } as const;
    for (const sceneEv of [5, 6, 7, 8, 9]) {
      const { recipes, advice } = solve({ ...surf, water: "swell", sceneEv });
      const [, said, shutter] = /or (\d+) frames of (\S+?).?s by mean/.exec(advice[0]!)!;
      const best = recipes.find(({ kind }) => kind === "mean")!;
      const { frames, shutterSeconds } = best.recipe.sequence!;
      expect([sceneEv, best.verdict]).toEqual([sceneEv, sceneEv < 8 ? "works" : "compromise"]);
      expect(frames * shutterSeconds).toBeGreaterThanOrEqual(0.98 * 15);
      const [above = "1", below = "1"] = shutter!.split("/");
      // Rungs are written rounded, and so is the limit: 15 s.
      const rung = Number(above) / Number(below);
      expect(Math.abs((Number(said) * rung) / 15 - 1)).toBeLessThan(rung / 15 + 0.03);
      expect(shutterSeconds).toBeLessThanOrEqual(1.03 * rung);
    }
  });

  it("tells what reaching an edge costs, and sends nobody too near to what passes", () => {
    const at = (distanceM: number, speedMps: number) =>
      solve({
        ...{ ...base, intent: "blurred-subject", sceneEv: 5 },
        mover: { distanceM, speedMps, headingDegFromPerpendicular: 0 },
      }).advice.join(" ");
    // It clips from 1.9 s; 36 m at 12 m/s takes 4.6 s.
    expect(at(36, 12)).toMatch(/or 3 frames of 1\.6.s by mean \(5.\d?.s, 15 MB\), keep the street under clipping/);
    expect(at(36, 12)).toMatch(/From 1[45]\.\d m instead of 36 it would cross in one frame, if there is a safe place/);
    expect(at(20, 2)).not.toMatch(/would cross in one frame/);
  });

  it("draws arcs of 30° in 1 h 59 m 40 s with a second to write, gaps of a fifth of a pixel", () => {
    const slow = { ...camera, shutterLadder: [...camera.shutterLadder, 30], writeSeconds: 1 };
    const arcs: SolveRequest = { ...base, intent: "star-arcs", camera: slow, sceneEv: -6, windowSeconds: 7180 };
    const [first] = solve(arcs).recipes;
    expect(first?.reasons.join(" ")).toMatch(/Gaps of 0.19 pixels.*30° of turning/);
  });

  it("keeps wave texture at dusk between a third and two thirds, in one frame at the lowest ISO", () => {
    const waves: SolveRequest = { ...base, intent: "smoothed-water", water: "chop", sceneEv: 3 };
    const [first] = solve({ ...waves, schools: { ...waves.schools, water: "texture" } }).recipes;
    expect([first?.kind, first?.recipe.iso]).toEqual(["single", 50]);
  });

  it("takes sunglasses of two and a half stops for a filter", () => {
    const water: SolveRequest = { ...base, intent: "smoothed-water", water: "rapids", sceneEv: 6, filterStops: [2.5] };
    expect(solve(water).recipes.some(({ filterStops }) => filterStops === 2.5)).toBe(true);
  });

  it("offers only what the phone has, with lines that can be read", () => {
    for (const { recipe, line } of solve({ ...base, intent: "light-trails", lampIntensityCd: 300, mover }).recipes) {
      expect(camera.shutterLadder).toContain(recipe.sequence?.shutterSeconds);
      expect(camera.isoLadder).toContain(recipe.iso);
      expect(line).toMatch(/iso \d+/);
    }
  });

  it("says what to move first when nothing works", () => {
    const noon: SolveRequest = {
      ...base,
      intent: "blurred-subject",
      sceneEv: 14,
      filterStops: [],
      windowSeconds: 20,
      mover: { distanceM: 60, speedMps: 3, headingDegFromPerpendicular: 0 },
    };
    const { recipes, advice } = solve(noon);
    expect(recipes.every(({ verdict }) => verdict !== "works")).toBe(true);
    expect(advice.join(" ")).toMatch(/a filter of factor \d+/);
  });

  it("sends a hand-held still view to the phone's own night mode", () => {
    expect(solve({ ...base, support: "hand", sceneEv: -2 }).advice.join(" ")).toMatch(/automatic night mode/);
  });

  it("fuses a bracket from the ladder for a still view whose lamps would clip", () => {
    const { recipes } = solve({ ...base, highlightStops: 7 });
    const bracket = recipes.find(({ kind }) => kind === "bracket");
    expect(bracket?.line).toMatch(/^5 x .* \| bracket 2 stops .*-> fuse$/);
    expect([bracket?.verdict, bracket?.better]).toEqual(["works", null]);
    const single = recipes.find(({ kind }) => kind === "single");
    expect(bracket!.predicted.clippedShare).toBeLessThan(single!.predicted.clippedShare);
    expect(bracket!.predicted.snrShadow).toBeGreaterThan(single!.predicted.snrShadow);
  });

  it("takes trails over a mean base, which is as quiet as the mean", () => {
    const trails: SolveRequest = { ...base, intent: "light-trails", lampIntensityCd: 0.5, mover, filterStops: [] };
    const { recipes } = solve({ ...trails, schools: { ...trails.schools, frames: "many" } });
    const lighten = recipes.find(({ kind }) => kind === "lighten")!;
    expect(lighten.line).toMatch(/-> lighten over mean$/);
    const { shutterSeconds, frames } = lighten.recipe.sequence!;
    const mean = recipes.find(({ kind, recipe }) => kind === "mean" && recipe.sequence?.frames === frames);
    expect(lighten.predicted.coverage).toBe(1);
    if (mean?.recipe.sequence?.shutterSeconds === shutterSeconds && mean.recipe.iso === lighten.recipe.iso) {
      expect(lighten.predicted.snrMidTone).toBeCloseTo(mean.predicted.snrMidTone, 8);
    }
  });

  it("rides out meteors in a burst at the longest untrailed shutter, and films at half of the frame's time", () => {
    const burst = solve({ ...base, intent: "meteors", sceneEv: -6, windowSeconds: 3600 }).recipes[0]!;
    expect(burst.kind).toBe("burst");
    expect(burst.predicted.starTrailPx).toBeLessThan(2.1);
    expect(burst.predicted.totalSeconds).toBeGreaterThan(3300);
    const film = solve({ ...base, intent: "moving-picture", sceneEv: 7 }).recipes[0]!;
    expect(Math.abs(Math.log2(film.recipe.sequence!.shutterSeconds * 50))).toBeLessThan(0.7);
  });

  it("gives light drawing four seconds and more", () => {
    const drawing = solve({ ...base, intent: "light-drawing", sceneEv: -2 }).recipes[0]!;
    expect(drawing.recipe.sequence!.shutterSeconds * drawing.predicted.frames).toBeGreaterThanOrEqual(4);
    expect(drawing.verdict).toBe("works");
  });

  it("trails stars by 5.8 pixels in 30 s and 9.7 in 50 s on the equator", () => {
    const long = { ...camera, shutterLadder: [30, 50] };
    for (const [seconds, pixels] of [
      [30, 5.8],
      [50, 9.7],
    ] as const) {
      const only: SolveRequest = { ...base, intent: "star-points", sceneEv: -6, camera: long };
      const { recipes } = solve({ ...only, camera: { ...long, shutterLadder: [seconds] } });
      expect(recipes[0]!.predicted.starTrailPx).toBeCloseTo(pixels, 1);
      expect(recipes[0]!.verdict).not.toBe("works");
    }
  });
});

describe("schools", () => {
  const under = (request: SolveRequest, schools: Partial<SolveRequest["schools"]>) =>
    solve({ ...request, schools: { ...request.schools, ...schools } }).recipes[0]!;

  it("of brightness go as far under the meter as the highlights ask for, from 0.7 stops to 2", () => {
    const stops = (highlightStops: number, brightness: "meter" | "highlights") =>
      under({ ...base, highlightStops }, { brightness }).predicted.meterStops;
    expect(Math.abs(stops(2, "meter"))).toBeLessThan(0.2);
    expect(Math.abs(stops(2, "highlights") + 0.7)).toBeLessThan(0.2);
    // 4.8 stops over the meter clip unless they come out 1.5 stops darker.
    expect(Math.abs(stops(4.8, "highlights") + 1.5)).toBeLessThan(0.2);
    expect(Math.abs(stops(7, "highlights") + 2)).toBeLessThan(0.2);
  });

  it("of frames take one where it can be had, or several", () => {
    expect(under(base, { frames: "one" }).predicted.frames).toBe(1);
    expect(under(base, { frames: "many" }).predicted.frames).toBeGreaterThan(1);
  });

  it("of length leave the shutter open longer when the longest is wanted", () => {
    const falls: SolveRequest = { ...base, intent: "smoothed-water", water: "rapids" };
    const open = (schools: Partial<SolveRequest["schools"]>) => {
      const { sequence } = under(falls, schools).recipe;
      return sequence!.frames * sequence!.shutterSeconds;
    };
    expect(open({ length: "longest" })).toBeGreaterThan(open({ length: "enough" }));
  });

  it("of ISO keep to a person's own ceiling", () => {
    const stars: SolveRequest = { ...base, intent: "star-points", sceneEv: -6 };
    expect(under(stars, { isoCeiling: null }).recipe.iso).toBeGreaterThan(400);
    expect(under(stars, { isoCeiling: 400 }).recipe.iso).toBeLessThanOrEqual(400);
  });

  it("of white balance, focus and files are written into the line", () => {
    expect(under(base, { whiteBalance: "fixed", kelvin: 3600 }).line).toContain("wb 3600K");
    expect(under(base, { whiteBalance: "locked" }).line).toContain("wb lock");
    expect(under(base, { whiteBalance: "raw", files: "raw+jpeg" }).line).toMatch(/wb raw .*raw\+jpeg/);
    expect(under(base, { focus: "infinity" }).line).toContain("focus inf");
    // 6.4 mm, f/1.8 and two pixels of 2.4 µm: sharp to infinity from 4.7 m.
    expect(under(base, { focus: "distance" }).line).toContain("focus 4.7m");
    expect(under({ ...base, intent: "star-points", sceneEv: -6 }, { focus: "lock" }).line).toContain("focus inf");
  });

  it("of stars follow the rule that was chosen", () => {
    const stars: SolveRequest = { ...base, intent: "star-points", sceneEv: -6 };
    const limit = (schools: Partial<SolveRequest["schools"]>) => {
      const found = edge({ ...stars, schools: { ...stars.schools, ...schools } }, "stars");
      return found?.curve.kind === "shutter" ? found.curve.seconds : 0;
    };
    expect(limit({ stars: "rule-500", starFactor: 1 })).toBeGreaterThan(limit({ stars: "npf", starFactor: 1 }));
    expect(limit({ stars: "pixels", starFactor: 4 })).toBeCloseTo(2 * limit({ stars: "pixels", starFactor: 2 }), 8);
  });
});
