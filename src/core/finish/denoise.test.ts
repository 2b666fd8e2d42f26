import { hash32, normalFromBits } from "../random";
import { codeOfLight } from "../stack/lightCodes";
import { type CodedPicture, denoised, lightOfCodes, measureGrains, measureNoise } from ".";
import { detailDeviations } from "./scales";

const SIZE = { width: 288, height: 216 };
type Rgb = readonly [number, number, number];

/** A street at night: even sky, a wall of stones under a lamp, small points, and a bright edge. */
function streetAt(x: number, y: number): Rgb {
  if (y < 110) {
    const star = x % 60 === 30 && y % 40 === 20 ? 0.2 : 0;
    return [0.003 + star, 0.004 + star, 0.008 + star];
  }
  const stone = Math.floor(x / 24) % 2 === Math.floor(y / 16) % 2 ? 1 : 0.7;
  const lamp = 0.1 * 2 ** (-Math.hypot(x - 140, y - 160) / 70) * stone;
  return x > 240 ? [0.3, 0.25, 0.15] : [lamp + 0.004, 0.7 * lamp + 0.003, 0.35 * lamp + 0.002];
}

/** What a sensor makes of it: variance `flat` and `slope` for each unit of light, frames of it together, and its light without noise. */
function taken(flat: number, slope: number, frames = 1): CodedPicture & { readonly truth: Float32Array } {
  const truth = new Float32Array(3 * SIZE.width * SIZE.height);
  const samples = new Uint16Array(truth.length);
  for (let y = 0, at = 0; y < SIZE.height; y++)
    for (let x = 0; x < SIZE.width; x++)
      for (const light of streetAt(x, y)) {
        truth[at] = light;
        const deviation = Math.sqrt((flat + slope * light) / frames);
        samples[at] = codeOfLight(Math.max(0, light + deviation * normalFromBits(hash32(at, frames))));
        at++;
      }
  return { ...SIZE, samples, truth };
}

/** Root of the mean square of what codes differ by from the truth, in codes of 8 bits as an eye sees them. */
function missOf(samples: Uint16Array, truth: Float32Array): number {
  let sum = 0;
  for (let at = 0; at < truth.length; at++) sum += ((samples[at]! - codeOfLight(truth[at]!)) / 257) ** 2;
  return Math.sqrt(sum / truth.length);
}

function quieted(picture: CodedPicture, brightness = 1, colour = 1): Uint16Array {
  const noise = measureNoise(picture);
  const grains = measureGrains(picture, noise);
  return denoised(picture.samples, picture.width, { noise, grains }, { brightness, colour });
}

const FRAME = taken(4e-6, 3e-4);
const QUIET_FRAME = quieted(FRAME);

describe("noise taken out", () => {
  it("brings a single frame of high ISO nearer to the truth, and colours further than brightness alone", () => {
    const frame = FRAME;
    const was = missOf(frame.samples, frame.truth);
    expect(missOf(QUIET_FRAME, frame.truth)).toBeLessThan(0.5 * was);
    expect(missOf(quieted(frame, 1, 0), frame.truth)).toBeLessThan(0.9 * was);
    expect(missOf(quieted(frame, 0, 1), frame.truth)).toBeLessThan(0.8 * was);
  });

  it("never leads away from the truth, however little noise there is", () => {
    for (const [flat, slope, frames] of [
      [4e-6, 3e-4, 24],
      [1e-7, 1e-5, 1],
      [1e-9, 1e-7, 1],
    ] as const) {
      const picture = taken(flat, slope, frames);
      expect(missOf(quieted(picture), picture.truth)).toBeLessThan(missOf(picture.samples, picture.truth));
    }
  });

  it("leaves a clean picture alone, and a mean of 24 frames nearly so", () => {
    const clean = taken(0, 0);
    expect(missOf(quieted(clean), clean.truth)).toBeLessThan(0.02);
    const mean = taken(4e-6, 3e-4, 24);
    const moved = (picture: CodedPicture, after: Uint16Array) => {
      return Math.sqrt(after.reduce((sum, code, at) => sum + (code - picture.samples[at]!) ** 2, 0) / after.length);
    };
    expect(moved(mean, quieted(mean))).toBeLessThan(0.3 * moved(FRAME, QUIET_FRAME));
  });

  it("leaves half of it where half is asked for, and everything where nothing is", () => {
    const frame = FRAME;
    const [half, all] = [quieted(frame, 0.5, 0.5), QUIET_FRAME];
    const light = (samples: Uint16Array) => lightOfCodes(samples, SIZE.width, SIZE.height).green;
    const [was, between, without] = [light(frame.samples), light(half), light(all)];
    let [moved, whole] = [0, 0];
    for (let at = 0; at < was.length; at++) {
      moved += Math.abs(between[at]! - was[at]!);
      whole += Math.abs(without[at]! - was[at]!);
    }
    expect(moved / whole).toBeCloseTo(0.5, 1);
    expect(quieted(frame, 0, 0)).toEqual(frame.samples);
  });

  it("keeps stars, edges and the light of even places", () => {
    const { green } = lightOfCodes(QUIET_FRAME, SIZE.width, SIZE.height);
    const mean = (left: number, top: number, width: number, height = width) => {
      let sum = 0;
      for (let y = top; y < top + height; y++)
        for (let x = left; x < left + width; x++) sum += green[y * SIZE.width + x]!;
      return sum / (width * height);
    };
    for (const x of [30, 210, 270]) expect(mean(x, 100, 1)).toBeGreaterThan(0.85 * 0.204);
    expect(mean(246, 120, 40) / 0.25).toBeCloseTo(1, 2);
    // A column of pixels beside the edge.
    expect(mean(241, 112, 1, 100) / 0.25).toBeCloseTo(1, 1);
    expect(mean(6, 65, 14) / 0.004).toBeCloseTo(1, 0.9);
  });
});

it("details of white noise have the deviations that are known of the spline", () => {
  const [width, height] = [256, 256];
  const values = Float32Array.from({ length: width * height }, (_, at) => normalFromBits(hash32(at, 3)));
  const known = [0.889, 0.2, 0.086, 0.041];
  for (const [scale, deviation] of detailDeviations({ width, height, values }).entries())
    expect(deviation / known[scale]!).toBeCloseTo(1, 1);
});
