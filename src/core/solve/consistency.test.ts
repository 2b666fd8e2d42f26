import fc from "fast-check";
import { INTENT_IDS } from "../intent";
import { SUPPORT_KINDS } from "../motion";
import { parseRecipe, type Recipe, STACK_METHODS } from "../recipe";
import {
  allows,
  BARE_SETUP,
  explain,
  fieldEdges,
  firstToMove,
  openRungs,
  type SolveRequest,
  solve,
  usualScene,
} from ".";
import { predict } from "./candidate";
import { candidateOf, setupOf } from "./explain";
import { stillStreet, testCamera } from "./testing/requests";

const nearly = 0.03;

const scenes = fc.record({
  intent: fc.constantFrom(...INTENT_IDS),
  sceneEv: fc.double({ min: -6, max: 9, noNaN: true }),
  distanceM: fc.double({ min: 3, max: 80, noNaN: true }),
  speedMps: fc.double({ min: 1, max: 20, noNaN: true }),
  lampIntensityCd: fc.double({ min: 0.1, max: 500, noNaN: true }),
  occupancy: fc.double({ min: 0.02, max: 0.35, noNaN: true }),
  support: fc.constantFrom(...SUPPORT_KINDS),
  water: fc.constantFrom("rapids" as const, "chop" as const, "swell" as const),
  silk: fc.boolean(),
});
const requests = scenes.map(
  ({ distanceM, speedMps, occupancy, silk, ...rest }): SolveRequest => ({
    ...stillStreet,
    ...rest,
    mover: { distanceM, speedMps, headingDegFromPerpendicular: 0 },
    crowd: { occupancy, dwellSeconds: 2 },
    vehiclesPerHour: 300,
    schools: { ...stillStreet.schools, water: silk ? "silk" : "texture" },
  }),
);
const lines = fc
  .record({
    frames: fc.constantFrom(1, 2, 5, 16, 60),
    shutterSeconds: fc.constantFrom(...testCamera.shutterLadder),
    iso: fc.constantFrom(...testCamera.isoLadder),
    filter: fc.constantFrom("", " | 3 stops"),
    delay: fc.constantFrom("", " | delay 2s"),
    pause: fc.constantFrom(null, 0.5, 3),
    stack: fc.constantFrom(...STACK_METHODS),
  })
  .map(({ frames, shutterSeconds, iso, filter, delay, pause, stack }): Recipe => {
    const { recipe } = parseRecipe(`1s | iso ${iso}${filter}${delay}`);
    const periodSeconds = frames > 1 && pause !== null ? shutterSeconds + pause : null;
    return { ...recipe, sequence: { frames, shutterSeconds, periodSeconds }, stack: frames > 1 ? stack : null };
  });

describe("limits and predictions say the same of every point", () => {
  // For each edge: how far the prediction is on its allowed side, as a share; nothing where it does not apply.
  const sides: Record<string, (request: SolveRequest, p: ReturnType<typeof predict>) => number | null> = {
    "surfaces-clip": (_, p) => p.headroomStops,
    "highlights-clip": ({ highlightStops }, p) => p.headroomStops - highlightStops,
    "too-dark": (_, p) => (p.frames === 1 ? p.meterStops + 4 : null),
    "trail-clips": (_, p) => p.trailHeadroomStops,
    "trail-faint": (_, p) => (p.trailHeadroomStops === null ? null : 6 - p.trailHeadroomStops),
    silk: (_, p) => (p.contrastLeft === null ? null : 1 - p.contrastLeft / 0.2),
    "texture-from": (_, p) => (p.contrastLeft === null ? null : 1 - p.contrastLeft / 0.65),
    "texture-to": (_, p) => (p.contrastLeft === null ? null : p.contrastLeft / 0.3 - 1),
    emptied: (_, p) => (p.ghostOpacity === null ? null : 1 - p.ghostOpacity / 0.1),
    clean: (_, p) => (p.cleanProbability === null ? null : (p.cleanProbability - 0.999) * 1e4),
    stars: (_, p) => 1 - p.starTrailPx / 2,
    freezing: (_, p) => (p.moverBlurPx === null ? null : 1 - p.moverBlurPx / 3),
    window: ({ windowSeconds }, p) => 1 - p.totalSeconds / windowSeconds,
    storage: ({ freeMegabytes }, p) => 1 - p.megabytes / freeMegabytes,
    battery: ({ batteryPercent }, p) => 1 - p.batteryPercent / batteryPercent,
  };

  const intents: Partial<Record<string, SolveRequest["intent"]>> = {
    ...{ silk: "smoothed-water", "texture-from": "smoothed-water", "texture-to": "smoothed-water" },
    ...{ emptied: "emptied-place", clean: "emptied-place", stars: "star-points", freezing: "frozen-action" },
  };

  it.each(Object.keys(sides))("%s", (id) => {
    let applied = 0;
    fc.assert(
      fc.property(requests, lines, (request, recipe) => {
        const intent = intents[id] ?? request.intent;
        const tight = { ...request, intent, freeMegabytes: 120, batteryPercent: 2, windowSeconds: 90 };
        const edge = fieldEdges(tight, setupOf(tight, recipe)).find((each) => each.id === id);
        if (!edge) return;
        const { frames, shutterSeconds } = recipe.sequence!;
        const side = sides[id]!(tight, predict(tight, candidateOf(tight, recipe)!, recipe));
        if (side === null || Math.abs(side) < nearly) return;
        applied++;
        expect(allows(edge, frames * shutterSeconds, recipe.iso!, frames)).toBe(side > 0);
      }),
      { numRuns: 500 },
    );
    expect(applied).toBeGreaterThan(30);
  });

  it("crossing: allowed exactly where the whole frame is crossed", () => {
    let applied = 0;
    fc.assert(
      fc.property(requests, lines, (request, recipe) => {
        const moving = { ...request, intent: "blurred-subject" as const };
        const edge = fieldEdges(moving, setupOf(moving, recipe)).find(({ id }) => id === "crossing");
        if (edge?.curve.kind !== "shutter") return;
        const { frames, shutterSeconds } = recipe.sequence!;
        const share = (shutterSeconds * (edge.of === "whole" ? frames : 1)) / edge.curve.seconds;
        if (Math.abs(share - 1) < nearly) return;
        applied++;
        const { coverage } = predict(moving, candidateOf(moving, recipe)!, recipe);
        expect(allows(edge, frames * shutterSeconds, recipe.iso!, frames)).toBe(coverage === 1);
      }),
      { numRuns: 1000 },
    );
    expect(applied).toBeGreaterThan(200);
  });
});

describe("figures beside a point", () => {
  it("are those of the prediction, each with a reason, whatever the line", () => {
    fc.assert(
      fc.property(requests, lines, (request, recipe) => {
        const figures = explain(request, recipe);
        const p = predict(request, candidateOf(request, recipe)!, recipe);
        const value = (id: string) => figures.find((each) => each.id === id)?.value.replace("\u2212", "-");
        expect(Number(value("meter"))).toBeCloseTo(p.meterStops, 1);
        expect(Number.parseFloat(value("headroom")!)).toBeCloseTo(p.headroomStops, 1);
        if (p.headroomStops < 0) expect(value("snr")).toBe("none, it is white");
        else expect(Math.abs(Number.parseFloat(value("snr")!) - p.snrMidTone)).toBeLessThanOrEqual(0.5);
        expect(Number.parseFloat(value("cost")!)).toBe(Math.ceil(p.megabytes));
        for (const { because, label } of figures) {
          expect(because).toMatch(/^[A-Z0-9].*\.$/);
          expect(because + label).not.toMatch(/NaN|undefined|Infinity/);
        }
        expect(new Set(figures.map(({ id }) => id)).size).toBe(figures.length);
      }),
      { numRuns: 300 },
    );
  });

  it("follow the line's own period, delay and files", () => {
    const figure = (line: string, id: string) =>
      explain(stillStreet, parseRecipe(line).recipe).find((each) => each.id === id)?.value;
    expect(figure("4 x 1s every 3s | iso 50 -> mean", "time")).toBe("10\u202fs");
    expect(figure("4 x 1s every 3s | iso 50 | delay 5s -> mean", "time")).toBe("15\u202fs");
    expect(figure("4 x 1s | iso 50 | raw+jpeg -> mean", "cost")).toMatch(/^116 MB/);
  });

  it("are none without a shutter time", () => {
    expect(explain(stillStreet, parseRecipe("iso 50 | wb 4000K").recipe)).toEqual([]);
  });
});

describe("whatever is asked", () => {
  it("every recipe keeps to the ladders, its verdict to its score, and its reasons are sentences", () => {
    fc.assert(
      fc.property(requests, (request) => {
        const { recipes, advice } = solve(request);
        const rank = recipes.map(({ verdict, score }) => ["works", "compromise", "fails"].indexOf(verdict) - score / 2);
        expect(rank).toEqual([...rank].sort((a, b) => a - b));
        for (const { recipe, line, verdict, score, reasons, better } of recipes) {
          expect(request.camera.isoLadder).toContain(recipe.iso);
          expect(request.camera.shutterLadder).toContain(recipe.sequence?.shutterSeconds);
          expect(parseRecipe(line)).toEqual({ recipe, problems: [] });
          if (verdict === "works") expect(score).toBeGreaterThanOrEqual(0.6);
          else expect(verdict).toBe(score >= 0.25 ? "compromise" : "fails");
          for (const text of [...reasons, ...advice, ...(better === null ? [] : [better])]) {
            expect(text).toMatch(/^[A-Z0-9].*\.$/);
            expect(text).not.toMatch(/NaN|undefined|Infinity|null/);
          }
        }
      }),
      { numRuns: 60 },
    );
  });

  it("what works stands on open ground, past no hard limit", () => {
    fc.assert(
      fc.property(requests, (request) => {
        for (const { recipe, verdict } of solve(request).recipes) {
          if (verdict !== "works" || recipe.sequence === null) continue;
          const { frames, shutterSeconds } = recipe.sequence;
          for (const edge of fieldEdges(request, setupOf(request, recipe))) {
            if (edge.soft) continue;
            expect([edge.id, allows(edge, frames * shutterSeconds, recipe.iso!, frames)]).toEqual([edge.id, true]);
          }
        }
      }),
      { numRuns: 60 },
    );
  });

  it("every intent has a usual scene that something works for, or says what to change", () => {
    for (const intent of INTENT_IDS) {
      const { recipes, advice } = solve({
        ...usualScene(intent),
        skyEv: null,
        intent,
        camera: testCamera,
        filterStops: [3, 6],
      });
      const works = recipes.some(({ verdict }) => verdict === "works");
      const said = advice.length > 0 || recipes.every(({ better }) => better !== null);
      expect([intent, works || said]).toEqual([intent, true]);
    }
  });
});

describe("where no ground is open", () => {
  it("those to move first open it, a single one if any single one does", () => {
    let single = 0;
    fc.assert(
      fc.property(requests, lines, (request, recipe) => {
        const edges = fieldEdges(request, setupOf(request, recipe));
        const { frames } = recipe.sequence!;
        const without = (gone: readonly string[]) =>
          openRungs(
            edges.filter(({ id }) => !gone.includes(id)),
            request.camera,
            frames,
          );
        const first = firstToMove(edges, request.camera, frames);
        if (without([]) > 0) return expect(first).toEqual([]);
        const openers = edges.filter(({ id, soft }) => !soft && !id.startsWith("phone-") && without([id]) > 0);
        if (openers.length > 0) {
          single++;
          expect(without([first[0]!.id])).toBe(Math.max(...openers.map(({ id }) => without([id]))));
        } else if (first.length > 0) {
          expect(first).toHaveLength(2);
          expect(without(first.map(({ id }) => id))).toBeGreaterThan(0);
        }
      }),
      { numRuns: 200 },
    );
    expect(single).toBeGreaterThan(10);
  });

  it("two are named where both stand in the same place", () => {
    // By day even the shortest shutter is white, and the brightest surfaces are no brighter than the others.
    const day = { ...stillStreet, sceneEv: 18, highlightStops: 0 };
    const first = firstToMove(fieldEdges(day, BARE_SETUP), day.camera, 1);
    expect(first.map(({ id }) => id)).toEqual(["surfaces-clip", "highlights-clip"]);
  });
});
