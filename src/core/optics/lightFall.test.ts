import { fallInPlace, liftOf, lightFallOf, shownShare } from "./lightFall";

/** The generic main camera at an eighth of its size. */
const lens = { widthPx: 4080, heightPx: 3060, pitchUm: 2.4 };
const view = { width: 510, height: 382, centreX: 255, centreY: 191, pitchUm: 19.2 };
const bare = { lens, bareFocalLengthMm: 6.4, vignettingStops: 0 };

const angleAt = (x: number, y: number, focalMm = 6.4) =>
  Math.atan((Math.hypot(x + 0.5 - 255, y + 0.5 - 191) * 0.0192) / focalMm);
const pixels = [
  [255, 191],
  [0, 0],
  [509, 100],
  [37, 381],
] as const;

/** A grey card as it comes to the sensor and as it is developed, shares of the axis. */
function card(of: typeof bare) {
  const light = new Float32Array(3 * view.width * view.height).fill(1);
  fallInPlace(light, lightFallOf(of, view), view, 0, view.height);
  const shown = shownShare(of, view);
  return {
    sensor: (x: number, y: number) => light[3 * (y * view.width + x) + 1]!,
    shown: (x: number, y: number) => shown[y * view.width + x]!,
  };
}

describe("the fall of light", () => {
  it("is cos⁴ of the angle from the axis on the sensor, and a quarter of that in stops once the phone has developed it", () => {
    const { sensor, shown } = card(bare);
    for (const [x, y] of pixels) {
      expect(sensor(x, y) / Math.cos(angleAt(x, y)) ** 4).toBeCloseTo(1, 5);
      expect(Math.log2(shown(x, y))).toBeCloseTo(Math.log2(Math.cos(angleAt(x, y))), 4);
    }
  });

  it("of a clip-on comes on top in the corners, and no phone knows of it", () => {
    const clipped = card({ ...bare, vignettingStops: 2 });
    const { sensor, shown } = card(bare);
    expect(Math.log2(clipped.sensor(0, 0) / sensor(0, 0))).toBeCloseTo(-2, 1);
    expect(Math.log2(clipped.shown(0, 0) / shown(0, 0))).toBeCloseTo(-2, 1);
    expect(clipped.sensor(254, 190)).toBeCloseTo(1, 4);
  });

  it("is the same band by band, in a crop and at another size", () => {
    const fall = lightFallOf(bare, view);
    const whole = new Float32Array(3 * view.width * view.height).fill(8);
    fallInPlace(whole, fall, view, 0, view.height);
    const band = new Float32Array(3 * view.width * 7).fill(8);
    fallInPlace(band, fall, view, 11, 7);
    expect(band).toEqual(whole.slice(3 * view.width * 11, 3 * view.width * 18));
    expect(liftOf(fall, view, 11, 7)).toEqual(liftOf(fall, view, 0, 18).slice(view.width * 11));

    const corner = { width: 100, height: 100, centreX: 255, centreY: 191, pitchUm: 19.2 };
    expect(shownShare(bare, corner)[0]).toBeCloseTo(shownShare(bare, view)[0]!, 5);
    const small = { width: 255, height: 191, centreX: 127.5, centreY: 95.5, pitchUm: 38.4 };
    expect(shownShare(bare, small)[0]).toBeCloseTo(shownShare(bare, view)[0]!, 2);
  });
});
