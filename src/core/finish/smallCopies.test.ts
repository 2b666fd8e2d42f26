import { decodeSrgb } from "../picture";
import { hash32, hashUnit } from "../random";
import { codeOfLight } from "../stack/lightCodes";
import { reduced } from ".";
import { boxMean } from "./guided";
import { smoothed } from "./scales";

const plane = (width: number, height: number) => ({
  width,
  height,
  values: Float32Array.from({ length: width * height }, (_, at) => hashUnit(at, 4) - 0.3),
});

it.each([
  [37, 29, 12],
  [64, 48, 16],
  [5, 90, 30],
])(
  "a picture of %d x %d becomes the mean of the light that falls into each pixel of its copy",
  (width, height, edge) => {
    const samples = Uint16Array.from({ length: 3 * width * height }, (_, at) => hash32(at, 6) & 0xffff);
    const small = reduced({ width, height, samples }, edge);
    expect(Math.max(small.width, small.height)).toBe(edge);
    const sums = new Float64Array(small.samples.length);
    const counts = new Float64Array(small.samples.length);
    for (let y = 0; y < height; y++)
      for (let x = 0; x < width; x++)
        for (let channel = 0; channel < 3; channel++) {
          const [column, row] = [Math.floor((x * small.width) / width), Math.floor((y * small.height) / height)];
          const at = 3 * (row * small.width + column) + channel;
          sums[at] = sums[at]! + decodeSrgb(samples[3 * (y * width + x) + channel]! / 65_535);
          counts[at] = counts[at]! + 1;
        }
    for (const [at, code] of small.samples.entries())
      expect(Math.abs(code - codeOfLight(sums[at]! / counts[at]!))).toBeLessThanOrEqual(1);
  },
);

it.each([
  [13, 9, 2],
  [13, 9, 20],
  [1, 7, 3],
])("means over squares of a plane of %d x %d are cut off at its edges, %d to each side", (width, height, radius) => {
  const of = plane(width, height);
  const mean = boxMean(of, radius).values;
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      let [sum, count] = [0, 0];
      for (let row = Math.max(0, y - radius); row <= Math.min(height - 1, y + radius); row++)
        for (let column = Math.max(0, x - radius); column <= Math.min(width - 1, x + radius); column++) {
          sum += of.values[row * width + column]!;
          count++;
        }
      expect(mean[y * width + x]).toBeCloseTo(sum / count, 5);
    }
});

it.each([1, 2, 8])("a spline whose weights stand %d pixels apart smooths a plane, mirrored at its edges", (step) => {
  const of = plane(11, 7);
  const out = smoothed(of, step).values;
  // As long as it leaves the plane on either side, a place is mirrored there.
  const mirrored = (place: number, count: number): number => {
    let at = place;
    while (at < 0 || at >= count) at = at < 0 ? -at : 2 * (count - 1) - at;
    return at;
  };
  const weights = [1, 4, 6, 4, 1].map((weight) => weight / 16);
  for (let y = 0; y < of.height; y++)
    for (let x = 0; x < of.width; x++) {
      let sum = 0;
      for (const [j, down] of weights.entries())
        for (const [i, across] of weights.entries()) {
          const [column, row] = [mirrored(x + (i - 2) * step, of.width), mirrored(y + (j - 2) * step, of.height)];
          sum += down * across * of.values[row * of.width + column]!;
        }
      expect(out[y * of.width + x]).toBeCloseTo(sum, 5);
    }
});
