import fc from "fast-check";
import { thirdStops } from "@/core/light";
import { GENERIC_MAIN_LENS } from "@/core/sensor";
import { fieldEdges, meterStops, productAt, type SolveRequest, usualScene } from "@/core/solve";
import {
  allows,
  axisIsos,
  axisTimes,
  brightnessDiagonals,
  diagonalThrough,
  edgeSeconds,
  fieldBox,
  fieldScales,
  placeLabels,
} from "./fieldGeometry";

const request: SolveRequest = {
  ...usualScene("blurred-subject"),
  ...{ intent: "blurred-subject", filterStops: [3], framesPerSecond: 25, freeMegabytes: 20_000 },
  camera: {
    lens: GENERIC_MAIN_LENS,
    shutterLadder: thirdStops(-30, 14),
    isoLadder: [50, 100, 200, 400, 800, 1600, 3200],
    writeSeconds: 0.35,
  },
};
const box = fieldBox(940, 520);

describe("the exposure field", () => {
  it("draws equal brightness as diagonals: all their points meter the same", () => {
    const scales = fieldScales(box, request, 1);
    for (const { stops, x1, y1, x2, y2 } of brightnessDiagonals(box, scales, request, { filterStops: 0, frames: 1 })) {
      for (const [px, py] of [
        [x1, y1],
        [x2, y2],
        [(x1 + x2) / 2, (y1 + y2) / 2],
      ] as const) {
        const point = { shutterSeconds: scales.x.invert(px), iso: scales.y.invert(py), filterStops: 0 };
        expect(meterStops(request, point)).toBeCloseTo(stops, 4);
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

  it("keeps an edge of a frame at each frame, and one of the whole at the whole", () => {
    const edges = fieldEdges(request, { filterStops: 0, frames: 8 });
    const crossing = edges.find(({ id }) => id === "crossing")!;
    const longest = edges.find(({ id }) => id === "phone-longest")!;
    expect(edgeSeconds(crossing, 8)).toBe(edgeSeconds(crossing, 1));
    expect(edgeSeconds(longest, 8)).toBe(8 * edgeSeconds(longest, 1)!);
    expect(allows(crossing, edgeSeconds(crossing, 1)! * 1.1, 50, 8)).toBe(true);
    expect(allows(crossing, edgeSeconds(crossing, 1)! / 2, 50, 8)).toBe(false);
  });

  it("opens ground to the right with more frames, never closes it", () => {
    const open = (frames: number, totalSeconds: number) =>
      fieldEdges(request, { filterStops: 0, frames })
        .filter(({ forbids }) => forbids === "brighter")
        .every((edge) => allows(edge, totalSeconds, 50, frames));
    fc.assert(
      fc.property(
        fc.double({ min: 0.01, max: 200, noNaN: true }),
        fc.constantFrom(1, 2, 4, 8, 16),
        (seconds, frames) => {
          if (open(frames, seconds)) expect(open(frames * 2, seconds)).toBe(true);
        },
      ),
    );
  });

  it("labels times and whole stops of the ladder, never closer than their text is wide", () => {
    for (const width of [320, 940]) {
      const times = axisTimes(fieldScales(fieldBox(width, 520), request, 8));
      expect(times.length).toBeGreaterThan(3);
      for (let i = 1; i < times.length; i++) expect(times[i]!.at - times[i - 1]!.at).toBeGreaterThanOrEqual(54);
    }
    expect(axisIsos([64, 80, 100, 125, 160, 200, 250])).toEqual([64, 125, 250]);
  });

  it("places labels without one running into another", () => {
    const label = fc.record({ at: fc.integer({ min: 50, max: 920 }), text: fc.stringMatching(/^[a-z ]{4,24}$/) });
    fc.assert(
      fc.property(fc.array(label, { maxLength: 8 }), (labels) => {
        const placed = placeLabels(
          labels.map((each, index) => ({ id: String(index), ...each })),
          box,
        );
        for (const a of placed) {
          for (const b of placed) {
            if (a.id >= b.id || a.y !== b.y) continue;
            const span = ({ x, text, anchor }: typeof a) => {
              const length = text.length * 6.1;
              return anchor === "start" ? [x, x + length] : [x - length, x];
            };
            const [aFrom, aTo] = span(a) as [number, number];
            const [bFrom, bTo] = span(b) as [number, number];
            expect(aTo <= bFrom + 1 || bTo <= aFrom + 1).toBe(true);
          }
        }
      }),
    );
  });
});
