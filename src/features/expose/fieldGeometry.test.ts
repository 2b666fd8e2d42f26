import fc from "fast-check";
import { planCapture, SOME_TIME } from "@/core/capture";
import { type SolveRequest, usualScene } from "@/core/intent";
import { thirdStops } from "@/core/light";
import { GENERIC_MAIN_LENS } from "@/core/optics";
import { meterStopsOf } from "@/core/outlook";
import { parseRecipe } from "@/core/recipe";
import { fieldEdges, fieldGround, openRungs, productAt } from "@/core/solve";
import {
  axisIsos,
  axisTimes,
  brightnessDiagonals,
  diagonalThrough,
  edgeLine,
  edgeSeconds,
  fieldBox,
  fieldScales,
  nameRows,
  placeAlong,
  takenBy,
  uprightNames,
} from "./fieldGeometry";

const request: SolveRequest = {
  ...usualScene("blurred-subject"),
  intent: "blurred-subject",
  filterStops: [3],
  batteryPercent: 80,
  camera: {
    phone: "Pocket A",
    lens: GENERIC_MAIN_LENS,
    shutterLadder: thirdStops(-30, 14),
    isoLadder: [50, 100, 200, 400, 800, 1600, 3200],
    measuredShutters: [],
    writeSeconds: 0.35,
    delaysSeconds: [0, 2, 5],
    shutterLagSeconds: 0,
    lossStops: 0,
    vignettingStops: 0,
    bareFocalLengthMm: GENERIC_MAIN_LENS.focalLengthMm,
    figures: {},
  },
};
const box = fieldBox(940, 520, 2);

describe("the exposure field", () => {
  it("draws equal brightness as diagonals: all their points meter the same", () => {
    const scales = fieldScales(box, request, 1);
    for (const { stops, x1, y1, x2, y2 } of brightnessDiagonals(box, scales, request, { filterStops: 0, frames: 1 })) {
      for (const [px, py] of [
        [x1, y1],
        [x2, y2],
        [(x1 + x2) / 2, (y1 + y2) / 2],
      ] as const) {
        const shutterSeconds = scales.x.invert(px);
        const iso = scales.y.invert(py);
        const recipe = {
          ...parseRecipe("1s").recipe,
          iso,
          sequence: { frames: 1, shutterSeconds, periodSeconds: null },
        };
        const plan = planCapture(recipe, request.camera, SOME_TIME)!;
        expect(meterStopsOf(plan, request.sceneEv, shutterSeconds)).toBeCloseTo(stops, 4);
      }
    }
  });

  it("slides the diagonals by a filter's stops, and by log2 of the frames", () => {
    const scales = fieldScales(box, request, 8);
    const at = (filterStops: number, frames: number) =>
      diagonalThrough(box, scales, productAt(request, filterStops, 0) * frames)!;
    expect(at(3, 1).x2).toBeCloseTo(at(0, 8).x2, 6);
    expect(at(3, 1).y1).toBeCloseTo(at(0, 8).y1, 6);
  });

  it("stands for the time of all frames together: an edge of a frame lies as many times farther right", () => {
    const { recipe } = parseRecipe("8 x 0.5s | iso 50 -> mean");
    const longest = fieldEdges(request, recipe).find(({ id }) => id === "phone-longest")!;
    expect(edgeSeconds(longest, 8)).toBe(8 * edgeSeconds(longest, 1)!);
  });

  it("opens ground with more frames", () => {
    const open = (line: string) => openRungs(fieldGround(request, parseRecipe(line).recipe));
    expect(open("16 x 1s | iso 50 -> mean")).toBeGreaterThan(open("1s | iso 50"));
  });

  it("labels times and whole stops of the ladder, never closer than their text is wide", () => {
    for (const width of [320, 940]) {
      const times = axisTimes(fieldScales(fieldBox(width, 520, 0), request, 8));
      expect(times.length).toBeGreaterThan(3);
      for (let i = 1; i < times.length; i++) expect(times[i]!.at - times[i - 1]!.at).toBeGreaterThanOrEqual(54);
    }
    expect(axisIsos([64, 80, 100, 125, 160, 200, 250])).toEqual([64, 125, 250]);
  });

  it("puts the names of upright edges in three rows, none over another, all over the field, and loses none", () => {
    const name = fc.record({ at: fc.integer({ min: 50, max: 920 }), text: fc.stringMatching(/^[a-z ]{4,24}$/) });
    fc.assert(
      fc.property(fc.array(name, { maxLength: 8 }), (names) => {
        const { rows, within } = nameRows(
          names.map((each, index) => ({ id: String(index), ...each })),
          box.right,
        );
        expect(rows.length + within.length).toBe(names.length);
        expect(rows.every(({ row }) => row < 3)).toBe(true);
        const spans = rows.map(({ id, text, at, anchor, row }) => ({ id, row, ...takenBy(text, at, 0, anchor) }));
        for (const a of spans) {
          expect(a.right).toBeLessThanOrEqual(box.right + 8);
          expect(a.left).toBeGreaterThanOrEqual(-8);
          for (const b of spans) {
            if (a.id < b.id && a.row === b.row) expect(a.right <= b.left + 2 || b.right <= a.left + 2).toBe(true);
          }
        }
      }),
    );
  });

  it("places names along slanted and level edges clear of what is taken, or leaves them out", () => {
    const point = fc.record({ x: fc.integer({ min: 46, max: 926 }), y: fc.integer({ min: 42, max: 490 }) });
    const line = fc.record({ a: point, b: point, text: fc.stringMatching(/^[a-z ]{4,20}$/) });
    fc.assert(
      fc.property(fc.array(line, { maxLength: 8 }), point, (lines, at) => {
        const taken = takenBy("darker than the meter", at.x, at.y, "start");
        const placed = placeAlong(
          lines.map(({ a, b, text }, index) => ({
            id: String(index),
            text,
            line: { x1: a.x, y1: a.y, x2: b.x, y2: b.y },
          })),
          box,
          [taken],
        );
        const spans = [taken, ...placed.map(({ text, x, y, anchor }) => takenBy(text, x, y, anchor))];
        for (const [i, a] of spans.entries()) {
          for (const b of spans.slice(i + 1)) {
            expect(a.right <= b.left || b.right <= a.left || a.bottom <= b.top || b.bottom <= a.top).toBe(true);
          }
        }
      }),
    );
  });

  it("names only the upright edges that stand in the field, and cuts the others to it", () => {
    const edges = fieldEdges(request, parseRecipe("1s | iso 50").recipe);
    const scales = fieldScales(box, request, 1);
    const upright = uprightNames(edges, scales, 1);
    expect(upright.map(({ id }) => id)).toContain("crossing");
    for (const { at } of upright) expect(at >= box.left && at <= box.right).toBe(true);
    const clip = edges.find(({ id }) => id === "surfaces-clip")!;
    const { x1, x2, y1, y2 } = edgeLine(clip, box, scales, 1)!;
    expect(Math.min(x1, x2)).toBeGreaterThanOrEqual(box.left - 0.5);
    expect(Math.max(y1, y2)).toBeLessThanOrEqual(box.bottom + 0.5);
    expect(edgeLine(edges.find(({ id }) => id === "crossing")!, box, scales, 1)).toBeNull();
  });
});
