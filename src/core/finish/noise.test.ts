import { hash32, normalFromBits } from "../random";
import { codeOfLight } from "../stack/lightCodes";
import { type CodedPicture, lightOfCodes, measureNoise, noiseFloorStops, reduced } from ".";

const SIZE = { width: 480, height: 360 };

/** A picture of even steps of light with edges between them, and noise of a variance that rises with light. */
function noisy(flat: number, slope: number) {
  const samples = new Uint16Array(3 * SIZE.width * SIZE.height);
  for (let at = 0; at < samples.length; at++) {
    const pixel = Math.floor(at / 3);
    const [x, y] = [pixel % SIZE.width, Math.floor(pixel / SIZE.width)];
    const light = 0.004 * 2 ** (Math.floor(x / 80) + (y > 180 ? 0.5 : 0));
    samples[at] = codeOfLight(light + Math.sqrt(flat + slope * light) * normalFromBits(hash32(at, 7)));
  }
  return { ...SIZE, samples };
}

it.each([
  [1e-7, 2e-5],
  [4e-7, 1e-6],
])("a picture's noise is measured in its even parts: variance %p and %p for each unit of light", (flat, slope) => {
  for (const channel of measureNoise(noisy(flat, slope)))
    for (const light of [0.01, 0.05, 0.12]) {
      const got = channel.flat + channel.slope * light;
      expect(got / (flat + slope * light)).toBeGreaterThan(0.8);
      expect(got / (flat + slope * light)).toBeLessThan(1.25);
    }
});

it("a picture without noise has none, and light as weak as its noise is the floor", () => {
  for (const { flat, slope } of measureNoise(noisy(0, 0))) expect(flat + slope * 0.1).toBeLessThan(1e-9);
  const floor = noiseFloorStops(measureNoise(noisy(1e-6, 0)));
  // Three channels' noise together, by their weights in luminance.
  expect(floor).toBeCloseTo(Math.log2(1e-3 * Math.hypot(0.2126, 0.7152, 0.0722)), 0);
});

it("a small copy has the light of the large one", () => {
  const whole = noisy(1e-6, 1e-4);
  const small = reduced(whole, 100);
  expect([small.width, small.height]).toEqual([100, 75]);
  const mean = (values: Float32Array) => values.reduce((sum, value) => sum + value, 0) / values.length;
  const light = (picture: CodedPicture) => lightOfCodes(picture.samples, picture.width, picture.height);
  expect(mean(light(small).green) / mean(light(whole).green)).toBeCloseTo(1, 2);
  expect(reduced(whole, 1000).samples).toEqual(whole.samples);
});
