import { memorySeconds, WATERS, type WaterKind, waterContrast } from "../motion";
import { COUNT, SLOPES, USUAL } from "./slopes";
import { meanWaves, TILE_CELLS, timeAtSlopes } from "./waves";

const KINDS = Object.keys(WATERS) as WaterKind[];
const waves = (kind: WaterKind, seed: number) => ({ kind, memorySeconds: memorySeconds(kind, {}), seed });
const rms = (values: Float32Array): number => Math.sqrt(values.reduce((sum, v) => sum + v * v, 0) / values.length);
/** Contrast over several exposures, for one is a matter of luck. */
const contrast = (kind: WaterKind, seconds: number): number => {
  const powers = Array.from({ length: 12 }, (_, i) => rms(meanWaves(waves(kind, 3 + i), 37.7 * i, seconds)) ** 2);
  return Math.sqrt(powers.reduce((sum, power) => sum + power, 0) / powers.length);
};

describe.each(KINDS)("%s", (kind) => {
  const tauSeconds = memorySeconds(kind, {});
  it.each([0.2, 1, 4, 16, 80])("smooths over %d times its memory as its law says", (times) => {
    const seconds = times * tauSeconds;
    expect(Math.abs(contrast(kind, seconds) / waterContrast(tauSeconds, seconds) - 1)).toBeLessThan(0.1);
  });
});

it("water that a person has measured forgets its pattern as it was measured", () => {
  const memory = memorySeconds("chop", { chop: 0.4 });
  expect(memory).toBe(0.4);
  const powers = Array.from(
    { length: 12 },
    (_, i) => rms(meanWaves({ kind: "chop", memorySeconds: memory, seed: 3 + i }, 37.7 * i, 2)) ** 2,
  );
  const left = Math.sqrt(powers.reduce((sum, power) => sum + power, 0) / powers.length);
  expect(Math.abs(left / waterContrast(0.4, 2) - 1)).toBeLessThan(0.1);
});

describe("water's slopes", () => {
  const slopes = [-2, -1, 0, 1, 2];
  const usual = [0.1, 0.2, 0.4, 0.2, 0.1];

  it("have all of the time between them, in every cell", () => {
    const shares = timeAtSlopes(waves("chop", 5), 3, 2, slopes, usual);
    for (let cell = 0; cell < TILE_CELLS * TILE_CELLS; cell++) {
      const own = shares.subarray(5 * cell, 5 * cell + 5);
      expect(own.reduce((sum, share) => sum + share, 0)).toBeCloseTo(1, 4);
    }
  });

  it("are one or two in an instant, and come to their usual shares in the long run", () => {
    const spread = (seconds: number) => {
      const shares = timeAtSlopes(waves("chop", 5), 3, seconds, slopes, usual);
      let off = 0;
      for (let i = 0; i < shares.length; i++) off += Math.abs(shares[i]! - usual[i % 5]!);
      return off / shares.length;
    };
    expect(spread(60)).toBeLessThan(0.25 * spread(0.01));
  });

  it("go on from one frame to the next: half a second in two halves is the whole", () => {
    const [whole, first, second] = [
      meanWaves(waves("swell", 9), 2, 0.36),
      meanWaves(waves("swell", 9), 2, 0.18),
      meanWaves(waves("swell", 9), 2.18, 0.18),
    ];
    const halves = first.map((value, i) => (value + second[i]!) / 2);
    expect(rms(whole.map((value, i) => value - halves[i]!))).toBeLessThan(0.02);
  });
});

describe("light that the slopes mirror", () => {
  /** A glint at a slope, the sky's rise with it, and both: what water shows. */
  const SHOWN: readonly ((slope: number) => number)[] = [
    (slope) => Math.exp(-((slope - 1) ** 2) / 0.3),
    (slope) => 1 / (2.5 + slope),
    (slope) => Math.exp(-(slope ** 2) / 0.5) + 0.4 / (2.5 + slope),
  ];
  /** Root mean square over a tile of what is shown there, about its mean, squared. */
  const power = (kind: WaterKind, seconds: number, show: (slope: number) => number): number => {
    let sum = 0;
    for (const seed of [1, 2, 3, 4, 5])
      for (const opens of [0, 60, 200]) {
        const shares = timeAtSlopes(waves(kind, seed), opens, seconds, SLOPES, USUAL);
        const light = Array.from({ length: TILE_CELLS ** 2 }, (_, cell) =>
          SLOPES.reduce<number>((all, slope, i) => all + shares[cell * COUNT + i]! * show(slope), 0),
        );
        const mean = light.reduce((a, b) => a + b, 0) / light.length;
        sum += light.reduce((all, value) => all + (value - mean) ** 2, 0);
      }
    return sum;
  };
  it.each([
    ["swell", 0.5],
    ["swell", 2],
    ["swell", 30],
    ["chop", 0.3],
    ["chop", 2],
    ["chop", 30],
  ] as const)("of %s is left after %f s as the law says", (kind, seconds) => {
    const law = waterContrast(memorySeconds(kind, {}), seconds);
    const left = SHOWN.map((show) => Math.sqrt(power(kind, seconds, show) / power(kind, 1e-3, show)));
    for (const each of left) expect(Math.abs(each - law)).toBeLessThan(0.12);
    expect(Math.abs(left.reduce((a, b) => a + b, 0) / left.length - law)).toBeLessThan(0.08);
  });
});
