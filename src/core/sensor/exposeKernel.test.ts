import { exposeRows } from "./exposeKernel";
import { exposeRowPlainly } from "./testing/plainExposure";

const raw = (gain: number) =>
  Uint8Array.from({ length: 4096 }, (_, code) => Math.min(255, Math.round((gain * code) / 16)));
const base = {
  toElectrons: [900, 1000, 700],
  patternScale: 0.008,
  darkElectrons: 0.7,
  readNoise: 1.8,
  noiseScale: 1,
  codesPerElectron: 0.9,
  tables: [raw(1.2), raw(1), raw(1.6)],
  whitensFrom: 238,
  sensorSeed: 11,
};
/** Light that rises along the row, from where single electrons are counted to where all is white. */
const rising = (width: number) =>
  Float32Array.from({ length: 3 * width }, (_, i) => 1e-4 * 1.03 ** ((360 * i) / (3 * width)));

describe("the sensor's kernel", () => {
  it.each([
    ["at the sensor's size, where electrons are counted", base],
    ["where a pixel is the mean of twenty", { ...base, noiseScale: Math.sqrt(1 / 20), patternScale: 0.002 }],
    ["of a cold sensor without a pattern", { ...base, darkElectrons: 0, patternScale: 0 }],
  ])("gives what its plain twin gives %s", (_, constants) => {
    for (const width of [1, 4, 403, 960]) {
      const light = rising(width);
      const out = new Uint8Array(light.length);
      const lift = width === 403 ? Float32Array.from({ length: width }, (_, x) => 1 + x / 200) : null;
      exposeRows(constants, { width, firstRow: 17, rows: 1, lift }, 5, [60_000], light, out);
      const plain = exposeRowPlainly(constants, 17, 5, 60_000, light, lift);
      const differ = out.filter((code, i) => code !== plain[i]).length;
      // Thirty-two bits round the other way now and then.
      expect(differ).toBeLessThanOrEqual(0.002 * out.length);
    }
  });

  it("writes rows of any length beside each other, and no further", () => {
    const [width, rows] = [5, 3];
    const light = new Float32Array(3 * width * rows).fill(1e6);
    const out = new Uint8Array(3 * width * rows + 8);
    exposeRows(base, { width, firstRow: 0, rows, lift: null }, 1, [0, 9, 65_535], light, out);
    expect([...out]).toEqual([...new Array(3 * width * rows).fill(255), ...new Array(8).fill(0)]);
  });

  it("counts few electrons as Poisson does: their variance is their mean", () => {
    const [width, rows] = [2000, 20];
    for (const electrons of [0.3, 1.5, 4]) {
      const flat = { ...base, toElectrons: [1, 1, 1], patternScale: 0, darkElectrons: 0, readNoise: 0 };
      const counting = {
        ...flat,
        codesPerElectron: 1,
        tables: [0, 1, 2].map(() => Uint8Array.from({ length: 256 }, (_, i) => i)),
      };
      const light = new Float32Array(3 * width * rows).fill(electrons);
      const out = new Uint8Array(light.length);
      exposeRows(counting, { width, firstRow: 0, rows, lift: null }, 3, new Array(rows).fill(0), light, out);
      const mean = out.reduce((sum, count) => sum + count, 0) / out.length;
      const variance = out.reduce((sum, count) => sum + (count - mean) ** 2, 0) / out.length;
      expect(Math.abs(mean / electrons - 1)).toBeLessThan(0.01);
      expect(Math.abs(variance / electrons - 1)).toBeLessThan(0.02);
    }
  });

  it("turns away rows that are longer than the sensor's pattern", () => {
    const width = 22_000;
    const light = new Float32Array(3 * width);
    expect(() =>
      exposeRows(base, { width, firstRow: 0, rows: 1, lift: null }, 1, [0], light, new Uint8Array(light.length)),
    ).toThrow(RangeError);
  });
});
