import { vignetteInPlace } from "./vignetting";

const size = { width: 41, height: 31, centreX: 20.5, centreY: 15.5 };
const flat = (rows: number) => new Float32Array(3 * size.width * rows).fill(8);

describe("vignetting", () => {
  it("leaves the middle alone and darkens the corners by its stops", () => {
    const light = flat(size.height);
    vignetteInPlace(light, size, 0, size.height, 2);
    const at = (x: number, y: number) => light[3 * (y * size.width + x)]!;
    expect(at(20, 15)).toBeCloseTo(8, 5);
    // The corner pixel's middle lies half a pixel inside of the corner.
    expect(at(0, 0)).toBeGreaterThan(2);
    expect(at(0, 0)).toBeLessThan(2.2);
    expect(at(40, 30)).toBeCloseTo(at(0, 0), 5);
  });

  it("is the same band by band", () => {
    const whole = flat(size.height);
    vignetteInPlace(whole, size, 0, size.height, 1.3);
    const band = flat(7);
    vignetteInPlace(band, size, 11, 7, 1.3);
    expect(band).toEqual(whole.slice(3 * size.width * 11, 3 * size.width * 18));
  });
});
