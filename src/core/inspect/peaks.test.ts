import { hash32 } from "../random";
import { peaksOf, TILE } from "./peaks";
import { plainPeaks } from "./testing/plainPeaks";

it.each([
  [9, 9],
  [64, 64],
  [67, 130],
  [200, 66],
  [1030, 70],
])("peaks are found as pixel by pixel, %i x %i", (width, height) => {
  // Few codes, so that many neighbours are equal.
  const luma = Uint8Array.from({ length: width * height }, (_, at) => 30 * (hash32(at, 3) % 9) + 15);
  const tiles = Math.ceil(width / TILE) * Math.ceil(height / TILE);
  const thresholds = Float32Array.from({ length: tiles }, (_, tile) => [20, 100.4, 195, 254.6, 300][tile % 5]!);
  const peaks = peaksOf(luma, width, height, thresholds);
  expect(peaks).toEqual(plainPeaks(luma, width, height, thresholds));
});
