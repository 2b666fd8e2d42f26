import { columnsOf, nearestBead, placesOf, strandScales, threadsOf } from "./strandGeometry";

const beads = (values: readonly (number | null)[], stepMs = 3000) =>
  values.map((value, at) => ({ id: `f${at}`, atMs: 1e12 + at * stepMs, value }));
const box = { width: 900, height: 110 };

describe("the strand", () => {
  it("has frames at their instants, shortens pauses, and puts those without a time one after the other", () => {
    expect(placesOf(beads([0, 0, 0, 0]))).toEqual([0, 1, 2, 3]);
    const missing = beads([0, 0, 0, 0]).map((bead, at) => ({ ...bead, atMs: bead.atMs + (at > 1 ? 3000 : 0) }));
    expect(placesOf(missing)).toEqual([0, 1, 3, 4]);
    const hours = beads([0, 0, 0, 0]).map((bead, at) => ({ ...bead, atMs: bead.atMs + (at > 1 ? 1e7 : 0) }));
    expect(placesOf(hours)).toEqual([0, 1, 7, 8]);
    expect(placesOf(beads([0, 0, 0]).map((bead) => ({ ...bead, atMs: null })))).toEqual([0, 1, 2]);
    expect(placesOf([])).toEqual([]);
  });

  it("shows every frame within its height, and frames that are alike as alike", () => {
    const made = beads([...Array.from({ length: 100 }, (_, at) => 0.02 * (at % 5)), 6]);
    const { x, y } = strandScales(placesOf(made), made, "light", box);
    const ys = made.map(({ value }) => y(value!));
    expect(Math.min(...ys)).toBeGreaterThanOrEqual(10);
    expect(Math.max(...ys)).toBeLessThanOrEqual(100);
    // Eight hundredths of a stop are no drama, and one flash flattens nothing.
    expect(Math.max(...ys.slice(0, 100)) - Math.min(...ys.slice(0, 100))).toBeLessThan(12);
    expect(ys[100]).toBe(Math.min(...ys));
    expect([x(0), x(100)]).toEqual([26, 874]);
  });

  it("stands without values and without frames", () => {
    for (const made of [[], beads([null]), beads([null, null])]) {
      const { x, y } = strandScales(placesOf(made), made, "points", box);
      expect([x(0), y(0)].every(Number.isFinite)).toBe(true);
    }
    expect(nearestBead([], [], 5, 5)).toBe(-1);
    const flat = [50, 50, 50];
    expect(nearestBead([10, 20, 30], flat, 26, 0)).toBe(2);
    expect(nearestBead([10, 20, 30], flat, -5, 99)).toBe(0);
  });

  it("has brackets as columns, in which the nearest up is meant, and a line through what belongs together", () => {
    const made = beads([0, -2, 0, 2, 0, 0.5]);
    const bracket = { kind: "bracket" as const, ids: ["f1", "f2", "f3"], stepStops: 2 };
    const places = placesOf(made, columnsOf([bracket]));
    expect(places).toEqual([0, 1, 1, 1, 2, 3]);
    const { x, y } = strandScales(places, made, "light", box);
    const [xs, ys] = [places.map((place) => x(place)), made.map(({ value }) => y(value!))];
    for (const index of [1, 2, 3]) expect(nearestBead(xs, ys, xs[1]! + 3, ys[index]! + 2)).toBe(index);
    expect(threadsOf(made, [bracket])).toEqual([
      { beads: [1, 2, 3], isTries: false },
      { beads: [4, 5], isTries: true },
    ]);
  });
});
