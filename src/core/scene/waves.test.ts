import { WATERS, type WaterKind, waterContrast } from "../motion";
import { meanWaves, TILE_CELLS, timeAtSlopes } from "./waves";

const KINDS = Object.keys(WATERS) as WaterKind[];
const rms = (values: Float32Array): number => Math.sqrt(values.reduce((sum, v) => sum + v * v, 0) / values.length);
/** Contrast over several exposures, for one is a matter of luck. */
const contrast = (kind: WaterKind, seconds: number): number => {
  const powers = Array.from({ length: 12 }, (_, i) => rms(meanWaves(kind, 3 + i, 37.7 * i, seconds)) ** 2);
  return Math.sqrt(powers.reduce((sum, power) => sum + power, 0) / powers.length);
};

describe.each(KINDS)("%s", (kind) => {
  const { tauSeconds } = WATERS[kind];
  it.each([0.2, 1, 4, 16, 80])("smooths over %d times its memory as its law says", (times) => {
    const seconds = times * tauSeconds;
    expect(Math.abs(contrast(kind, seconds) / waterContrast(tauSeconds, seconds) - 1)).toBeLessThan(0.1);
  });
});

describe("water's slopes", () => {
  const SLOPES = [-2, -1, 0, 1, 2];
  const usual = [0.1, 0.2, 0.4, 0.2, 0.1];

  it("have all of the time between them, in every cell", () => {
    const shares = timeAtSlopes("chop", 5, 3, 2, SLOPES, usual);
    for (let cell = 0; cell < TILE_CELLS * TILE_CELLS; cell++) {
      const own = shares.subarray(5 * cell, 5 * cell + 5);
      expect(own.reduce((sum, share) => sum + share, 0)).toBeCloseTo(1, 4);
    }
  });

  it("are one or two in an instant, and come to their usual shares in the long run", () => {
    const spread = (seconds: number) => {
      const shares = timeAtSlopes("chop", 5, 3, seconds, SLOPES, usual);
      let off = 0;
      for (let i = 0; i < shares.length; i++) off += Math.abs(shares[i]! - usual[i % 5]!);
      return off / shares.length;
    };
    expect(spread(60)).toBeLessThan(0.25 * spread(0.01));
  });

  it("go on from one frame to the next: half a second in two halves is the whole", () => {
    const [whole, first, second] = [
      meanWaves("swell", 9, 2, 0.36),
      meanWaves("swell", 9, 2, 0.18),
      meanWaves("swell", 9, 2.18, 0.18),
    ];
    const halves = first.map((value, i) => (value + second[i]!) / 2);
    expect(rms(whole.map((value, i) => value - halves[i]!))).toBeLessThan(0.02);
  });
});
