import fc from "fast-check";
import { exposureErrors } from "./metering";
import { encodeSrgb } from "./srgb";

const METERED = 0.104;

/** A picture whose linear light is given for each pixel. */
function picture(width: number, height: number, light: (x: number, y: number) => number) {
  const samples = new Uint8Array(3 * width * height);
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; x++) {
      samples.fill(
        Math.round(255 * encodeSrgb(Math.min(1, light(x, y)))),
        3 * (y * width + x),
        3 * (y * width + x) + 3,
      );
    }
  }
  return { width, height, samples };
}

describe("metering a picture", () => {
  it.each([-2, -1, 0, 1, 2])("reads an even grey %d stops off the metered level as just that, in all ways", (stops) => {
    const errors = exposureErrors(picture(64, 48, () => METERED * 2 ** stops));
    for (const error of Object.values(errors)) expect(Math.abs(error - stops)).toBeLessThan(0.08);
  });

  it("looks at the middle, at the zones, or at the spot", () => {
    const lamp = exposureErrors(
      picture(96, 72, (x, y) => (Math.hypot(x - 48, y - 36) < 8 ? METERED * 8 : METERED / 4)),
    );
    expect(lamp.spot).toBeGreaterThan(2.7);
    expect(lamp.centre).toBeLessThan(lamp.spot - 1);
    expect(lamp.matrix).toBeLessThan(lamp.centre);
    const sky = exposureErrors(picture(96, 72, (_, y) => (y < 30 ? METERED / 64 : METERED)));
    expect(Math.abs(sky.spot)).toBeLessThan(0.1);
    expect(sky.matrix).toBeLessThan(sky.centre);
  });

  it("is not moved by a lamp in a corner, nor by the picture's size", () => {
    const corner = exposureErrors(picture(96, 72, (x, y) => (x < 8 && y < 8 ? 1 : METERED)));
    expect(Math.abs(corner.matrix)).toBeLessThan(0.12);
    fc.assert(
      fc.property(fc.integer({ min: 12, max: 90 }), fc.integer({ min: 12, max: 90 }), (width, height) => {
        const ramp = exposureErrors(picture(width, height, (x) => METERED * 2 ** (2 * (x / width) - 1)));
        expect(Math.abs(ramp.centre)).toBeLessThan(0.35);
      }),
      { numRuns: 30 },
    );
  });

  it("reads black and white without failing, and refuses samples of another size", () => {
    expect(exposureErrors(picture(8, 6, () => 0)).centre).toBeLessThan(-10);
    expect(exposureErrors(picture(8, 6, () => 1)).spot).toBeCloseTo(3.27, 1);
    expect(() => exposureErrors({ width: 4, height: 4, samples: new Uint8Array(3) })).toThrow(
      /3 samples are not 4 x 4/,
    );
    expect(() => exposureErrors({ width: 0, height: 0, samples: new Uint8Array(0) })).toThrow(RangeError);
  });
});
