import { nearestBead, placesOf, strandScales } from "./strandGeometry";

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
    expect(nearestBead([], 5)).toBe(-1);
    expect(nearestBead([10, 20, 30], 26)).toBe(2);
    expect(nearestBead([10, 20, 30], -5)).toBe(0);
  });
});
