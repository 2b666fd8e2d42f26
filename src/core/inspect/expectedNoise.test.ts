import { GENERIC_MAIN_LENS } from "../optics";
import { SMALL_LENS } from "../outlook/testing/simulated";
import { throughJpeg } from "../outlook/testing/throughJpeg";
import { lumaOf } from "../picture";
import { exposeBand } from "../sensor";
import { expectedNoise } from "./expectedNoise";
import { imageNoise } from "./imageNoise";

it.each([
  [50, 2, 0.02, 1],
  [400, 1, 0.004, 1],
  [400, 1, 0.004, 4],
  [3200, 0.25, 0.02, 1],
])(
  "of an even ground at ISO %d after %f s is what the frame's own pixels say",
  (iso, shutterSeconds, luminance, sensorPixels) => {
    const { widthPx: width, heightPx: rows } = SMALL_LENS;
    const light = new Float32Array(3 * width * rows).fill(luminance * shutterSeconds);
    const frame = { shutterSeconds, iso, kelvin: 4000, sensorCelsius: 15 };
    const request = {
      ...frame,
      lens: SMALL_LENS,
      transmission: 1,
      sensorSeed: 1,
      frameSeed: 3,
      sensorPixelsPerPixel: sensorPixels,
    };
    const data = new Uint8Array(light.length);
    exposeBand(request, { width, firstRow: 0, rows, lift: null }, light, [], data);
    const picture = { width, height: rows, samples: throughJpeg(data, width) };
    const read = imageNoise(picture, lumaOf(picture).luma)!;
    const expected = expectedNoise(GENERIC_MAIN_LENS, { ...frame, level: read.level, sensorPixels });
    expect(Math.abs(read.green / expected - 1)).toBeLessThan(0.1);
  },
);
