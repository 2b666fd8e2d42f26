import fc from "fast-check";
import { addStreak, type Streak } from "./streaks";

const WIDTH = 64;
const HEIGHT = 48;
const drawn = (...streaks: readonly Streak[]) => {
  const out = new Float32Array(3 * WIDTH * HEIGHT);
  for (const streak of streaks) addStreak(streak, WIDTH, 0, HEIGHT, out);
  return out;
};
const total = (out: Float32Array, channel: number) =>
  out.reduce((sum, value, i) => (i % 3 === channel ? sum + value : sum), 0);
const base = {
  radius: 1.2,
  upright: 1,
  light: 10,
  colour: [1, 0.5, 0.25] as const,
  depthMetres: 20,
  on: "all" as const,
};
const inside = fc.double({ min: 14, max: 34, noNaN: true });

describe("a streak", () => {
  it("keeps all of its light, wherever it goes and however wide it is", () => {
    fc.assert(
      fc.property(
        inside,
        inside,
        inside,
        inside,
        fc.double({ min: 0.8, max: 5, noNaN: true }),
        (x0, y0, x1, y1, radius) => {
          const out = drawn({ ...base, x0, y0, x1, y1, radius });
          expect(total(out, 0) / base.light).toBeCloseTo(1, 1);
          expect(total(out, 0) / base.light).toBeGreaterThan(0.98);
          expect(total(out, 2)).toBeCloseTo(0.25 * total(out, 0), 3);
        },
      ),
      { numRuns: 60 },
    );
  });

  it("keeps it drawn out upright too, which it then is by as much", () => {
    const out = drawn({ ...base, radius: 1.5, upright: 3, x0: 20, y0: 24, x1: 44, y1: 24 });
    expect(total(out, 0) / base.light).toBeCloseTo(1, 1);
    const at = (x: number, y: number) => out[3 * (y * WIDTH + x)]!;
    // A Gaussian's radius is where it has fallen to 1/e, counted from the middle between two rows.
    expect(at(32, 24 + 4) / at(32, 24)).toBeCloseTo(Math.exp(-(4.5 ** 2 - 0.5 ** 2) / 4.5 ** 2), 1);
  });

  it("of two parts that follow each other is that of the whole: no seam shows", () => {
    const whole = drawn({ ...base, x0: 12, y0: 10, x1: 44, y1: 31 });
    const middle = { x: 12 + 0.4 * 32, y: 10 + 0.4 * 21 };
    const parts = drawn(
      { ...base, light: 4, x0: 12, y0: 10, x1: middle.x, y1: middle.y },
      { ...base, light: 6, x0: middle.x, y0: middle.y, x1: 44, y1: 31 },
    );
    const most = Math.max(...whole);
    for (const [i, value] of parts.entries()) expect(Math.abs(value - whole[i]!)).toBeLessThan(0.004 * most);
  });

  it("is even along its way: its middle is its light over its length and width", () => {
    const out = drawn({ ...base, radius: 2, x0: 10, y0: 24, x1: 54, y1: 24 });
    const column = (x: number) =>
      Array.from({ length: HEIGHT }, (_, y) => out[3 * (y * WIDTH + x)]!).reduce((sum, value) => sum + value, 0);
    for (let x = 20; x < 44; x++) expect(column(x)).toBeCloseTo(10 / 44, 2);
  });

  it("comes out the same in bands, and leaves alone what lies beyond the picture", () => {
    const streak = { ...base, x0: -20, y0: 5, x1: 90, y1: 60 };
    const whole = drawn(streak);
    const half = HEIGHT / 2;
    const bands = [0, half].map((first) => {
      const out = new Float32Array(3 * WIDTH * half);
      addStreak(streak, WIDTH, first, half, out);
      return [...out];
    });
    expect(bands.flat()).toEqual([...whole]);
    expect(total(drawn({ ...base, x0: -90, y0: -40, x1: -60, y1: -40 }), 0)).toBe(0);
  });
});
