import { lumaOf } from "../picture";
import { driftBetween, driftMark } from "./drift";
import { madeNight } from "./testing/nightSky";

const markOf = (part: Parameters<typeof madeNight>[0]) => driftMark(lumaOf(madeNight({ stars: 150, ...part })))!;

describe("drift", () => {
  it.each([
    [0, 0],
    [0.3, -0.4],
    [3.7, 1.2],
    [-11.5, 8.25],
    [24, -17],
  ])("of %f and %f pixels is read off within a tenth of a pixel", (x, y) => {
    const found = driftBetween(markOf({}), markOf({ shift: [x, y] }))!;
    expect(Math.abs(found.x - x)).toBeLessThan(0.1);
    expect(Math.abs(found.y - y)).toBeLessThan(0.1);
  });

  it("is read off large frames within a part of their small copy's pixel", () => {
    const large = (shift: readonly [number, number]) =>
      markOf({ width: 2048, height: 1536, stars: 500, along: 1.6, across: 1.6, shift });
    const found = driftBetween(large([0, 0]), large([7.4, -3.1]))!;
    expect(Math.hypot(found.x - 7.4, found.y + 3.1)).toBeLessThan(0.3);
  });

  it("is not made up between two places, in black, or between sizes", () => {
    expect(driftBetween(markOf({ seed: 1 }), markOf({ seed: 2 }))).toBeNull();
    const black = driftMark({ width: 300, height: 300, luma: new Uint8Array(90_000) })!;
    expect(driftBetween(black, black)).toBeNull();
    expect(driftBetween(markOf({}), markOf({ width: 300, height: 280 }))).toBeNull();
    expect(driftMark({ width: 60, height: 900, luma: new Uint8Array(54_000) })).toBeNull();
  });
});
