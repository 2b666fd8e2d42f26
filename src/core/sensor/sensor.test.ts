import { blackBodyRgb } from "../light";
import golden from "../light/fixtures/photometry.json";
import { GENERIC_MAIN_LENS } from "../optics";
import {
  colourResponse,
  electronsPerLuminanceSecond,
  exposeBand,
  exposeRawBand,
  fullWell,
  hotSamples,
  noiseElectrons,
} from ".";

const relative = (value: number, wanted: number) => Math.abs(value / wanted - 1);
const base = {
  lens: GENERIC_MAIN_LENS,
  shutterSeconds: 1,
  iso: 50,
  transmission: 1,
  kelvin: 5500,
  sensorCelsius: 25,
  sensorSeed: 7,
  frameSeed: 1,
  sensorPixelsPerPixel: 1,
};
const band = { width: 200, firstRow: 0, rows: 100, lift: null };

/** Mean display code of one channel when every pixel gathers the same light, cd·s/m². */
function exposeEvenly(luminanceSeconds: number, changes: Partial<typeof base> = {}): Uint8Array {
  const samples = 3 * band.width * band.rows;
  const out = new Uint8Array(samples);
  exposeBand({ ...base, ...changes }, band, new Float32Array(samples).fill(luminanceSeconds), [], out);
  return out;
}
const greenMean = (out: Uint8Array) =>
  out.reduce((sum, code, i) => sum + (i % 3 === 1 ? code : 0), 0) / (out.length / 3);

describe("the sensor", () => {
  it.each(golden.noise)("has the reference's noise at ISO $iso, $shutterSeconds s, $sensorTempC °C", (row) => {
    const electrons = row.fractionOfSaturation * fullWell(GENERIC_MAIN_LENS, row.iso);
    expect(relative(electrons, row.electrons)).toBeLessThan(1e-6);
    const sigma = noiseElectrons(GENERIC_MAIN_LENS, {
      electrons,
      shutterSeconds: row.shutterSeconds,
      iso: row.iso,
      sensorCelsius: row.sensorTempC,
    });
    expect(relative(sigma, row.sigmaElectrons)).toBeLessThan(1e-6);
    expect(relative(electrons / sigma, row.snr)).toBeLessThan(1e-6);
  });

  it("puts a metered surface 3.26 stops below clipping, at any ISO", () => {
    for (const iso of [50, 400, 3200]) {
      const meteredLuminanceSeconds = (12.5 * GENERIC_MAIN_LENS.fNumber ** 2) / iso;
      const electrons = meteredLuminanceSeconds * electronsPerLuminanceSecond(GENERIC_MAIN_LENS, 1);
      expect(Math.log2(fullWell(GENERIC_MAIN_LENS, iso) / electrons)).toBeCloseTo(3.26, 2);
    }
  });

  it("gathers no more electrons at a higher ISO but clips at fewer", () => {
    expect(fullWell(GENERIC_MAIN_LENS, 400)).toBe(fullWell(GENERIC_MAIN_LENS, 50) / 8);
  });

  it("doubles the mean signal when the light doubles, below saturation", () => {
    const linear = (code: number) => ((code / 255 + 0.055) / 1.055) ** 2.4;
    const ratio = linear(greenMean(exposeEvenly(0.8))) / linear(greenMean(exposeEvenly(0.4)));
    expect(Math.abs(ratio - 2)).toBeLessThan(0.03);
  });

  it("clips to white, and gives the same bytes for the same seeds", () => {
    expect(exposeEvenly(100).every((code) => code === 255)).toBe(true);
    expect(exposeEvenly(0.1)).toEqual(exposeEvenly(0.1));
    expect(exposeEvenly(0.1, { frameSeed: 2 })).not.toEqual(exposeEvenly(0.1));
  });

  it("gives the same bytes however a frame is cut into bands", () => {
    const whole = exposeEvenly(0.05);
    const light = new Float32Array(3 * 200 * 50).fill(0.05);
    const second = new Uint8Array(light.length);
    exposeBand(base, { width: 200, firstRow: 50, rows: 50, lift: null }, light, [], second);
    expect(second).toEqual(whole.subarray(light.length));
  });

  it("has hot pixels in the same places in every frame, brighter the longer they wait", () => {
    const hot = hotSamples(GENERIC_MAIN_LENS, 3);
    expect(hot).toEqual(hotSamples(GENERIC_MAIN_LENS, 3));
    const out = new Uint8Array(3 * 200 * 100);
    const light = new Float32Array(out.length);
    exposeBand(
      { ...base, shutterSeconds: 30 },
      band,
      light,
      [{ x: 5, y: 9, channel: 1, electronsPerSecond: 400 }],
      out,
    );
    expect(out[3 * (9 * 200 + 5) + 1]).toBeGreaterThan(100);
    // A sensor without any dark current still has them.
    const cold = { ...base, lens: { ...base.lens, darkElectronsPerSecond: 0 }, shutterSeconds: 30 };
    exposeBand(cold, band, light, [{ x: 5, y: 9, channel: 1, electronsPerSecond: 400 }], out);
    expect(out[3 * (9 * 200 + 5) + 1]).toBeGreaterThan(100);
  });

  it("makes a black body neutral at its own temperature, and never lowers a channel", () => {
    for (const kelvin of [2000, 3000, 4000, 6500, 11_000]) {
      const { gains, sensitivity, brightening } = colourResponse(kelvin);
      const light = blackBodyRgb(kelvin);
      expect(Math.min(...gains)).toBeGreaterThan(1 - 1e-9);
      for (const channel of [0, 1, 2] as const)
        expect(gains[channel] * sensitivity[channel] * light[channel]).toBeCloseTo(brightening, 12);
      if (kelvin > 3200) expect(brightening).toBeLessThan(1.03);
    }
    const [r, , b] = colourResponse(3000).gains;
    expect(b).toBeGreaterThan(r);
  });

  it("gathers, clips and is as noisy the same at any balance: gains come afterwards", () => {
    const codesAt = (kelvin: number) => {
      const light = Float32Array.from({ length: 3 * band.width * band.rows }, (_, i) => 0.4 + 0.00006 * i);
      const out = new Uint16Array(light.length);
      exposeRawBand({ ...base, kelvin }, band, light, [], out);
      return out;
    };
    for (const kelvin of [2400, 9000]) expect(codesAt(kelvin)).toEqual(codesAt(4000));
  });

  it("renders a sky in which two channels run to white white and not cyan, and a red lamp red", () => {
    const develop = (rgb: readonly number[], kelvin: number) => {
      const light = Float32Array.from({ length: 3 * band.width * band.rows }, (_, i) => rgb[i % 3]!);
      const out = new Uint8Array(light.length);
      exposeBand({ ...base, kelvin }, band, light, [], out);
      return [out[0]!, out[1]!, out[2]!];
    };
    const level = (fullWell(base.lens, 50) / electronsPerLuminanceSecond(base.lens, 1)) as number;
    const sky = develop([0.5 * level, 1.1 * level, 2.2 * level], 4000);
    expect(sky).toEqual([255, 255, 255]);
    const [r, g, b] = develop([6 * level, 0.3 * level, 0.2 * level], 4000);
    expect(r).toBe(255);
    expect(Math.max(g!, b!)).toBeLessThan(190);
    // On the way there it pales evenly: no edge from one colour to white.
    const paling = [0.6, 0.7, 0.8, 0.9, 1, 1.1].map(
      (share) => develop([0.3 * share * level, share * level, 2 * share * level], 4000)[0]!,
    );
    for (let i = 1; i < paling.length; i++) expect(paling[i]!).toBeGreaterThanOrEqual(paling[i - 1]!);
    expect(paling.at(-1)).toBe(255);
  });
});
