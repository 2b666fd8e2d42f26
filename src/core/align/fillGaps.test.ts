import { alignMark, fillGaps, type Placement, type Point, partOf, placeFrame, placeOf, pointsOf } from ".";
import { madeStars, pictureOf, turnedAbout } from "./testing/movedScene";

const SIZE = { width: 640, height: 480 };
const POLE = { x: 200, y: 120 };
const still = (point: Point) => point;

describe("a part of a move", () => {
  const half = Math.hypot(SIZE.width, SIZE.height) / 2;
  const [cos, sin] = [Math.cos(0.1), Math.sin(0.1)];
  const [px, py] = [(POLE.x - 319.5) / half, (POLE.y - 239.5) / half];
  const turn: Placement = {
    matrix: [cos, -sin, px - cos * px + sin * py, sin, cos, py - sin * px - cos * py, 0, 0, 1],
    distortion: 0,
  };

  it("turns about the same pole by a part of the angle, and back", () => {
    for (const part of [0.25, 0.5, 1, -1]) {
      const wanted = turnedAbout(POLE, (part * 0.1 * 180) / Math.PI);
      const at = { x: 600, y: 400 };
      const [found, there] = [placeOf(partOf(turn, part), SIZE, at), wanted(at)];
      expect(Math.hypot(found.x - there.x, found.y - there.y)).toBeLessThan(1e-6);
    }
  });

  it("comes to the whole when its parts follow each other, also through a lens and a tilt", () => {
    const tilted = { matrix: [1.004, -0.05, 0.02, 0.051, 0.997, -0.012, 0.012, -0.008, 1], distortion: 0.04 };
    const at = { x: 77, y: 333 };
    const third = partOf(tilted, 1 / 3);
    const there = placeOf(third, SIZE, placeOf(third, SIZE, placeOf(third, SIZE, at)));
    const wanted = placeOf(tilted, SIZE, at);
    expect(Math.hypot(there.x - wanted.x, there.y - wanted.y)).toBeLessThan(0.01);
  });
});

describe("gaps between arcs", () => {
  const stars = madeStars(SIZE, 200, 4);
  const lamp = [{ at: { x: 500, y: 440 }, sigma: 3, peak: 0.6 }];
  const DEGREES = 2.4;
  const night = (degrees: number, seed: number) => {
    const moved = turnedAbout(POLE, degrees);
    return pictureOf(SIZE, [...stars.map((star) => ({ ...star, at: moved(star.at) })), ...lamp], still, seed);
  };
  const [one, other, between] = [night(0, 1), night(DEGREES, 2), night(DEGREES / 2, 3)];
  const placed = placeFrame(alignMark(one, "stars", null), other, null);

  it("are filled where the stars passed, as bright as they are, and nowhere else", () => {
    if (placed.kind === "refused") throw new Error(placed.reason);
    const out = one.samples.slice();
    fillGaps(out, { from: one.samples, to: other.samples }, SIZE, pointsOf(one, null), placed.placement);
    const green = (samples: Uint8Array, { x, y }: Point) =>
      samples[3 * (Math.round(y) * SIZE.width + Math.round(x)) + 1]!;
    // Stars that stand out, away from each other's ways and inside: half way they are as bright as a frame taken then shows them.
    const bright = stars
      .filter(({ peak }) => peak > 0.2)
      .map(({ at }) => turnedAbout(POLE, DEGREES / 2)(at))
      .filter(({ x, y }) => x > 20 && y > 20 && x < 620 && y < 420);
    expect(bright.length).toBeGreaterThan(10);
    const shares = bright.map((at) => green(out, at) / green(between.samples, at)).sort((a, b) => a - b);
    expect(shares[Math.floor(shares.length / 2)]).toBeGreaterThan(0.9);
    expect(shares[Math.floor(shares.length / 10)]).toBeGreaterThan(0.6);
    expect(shares.at(-1)).toBeLessThan(1.2);
    // Beside the ways nothing has changed, and about a lamp that stands no more than its own wings make where they overlap.
    const changed = [...out.keys()].filter((at) => out[at] !== one.samples[at]);
    expect(changed.length / out.length).toBeLessThan(0.25);
    let rise = 0;
    for (let x = 485; x < 515; x++)
      for (let y = 425; y < 455; y++) rise += (green(out, { x, y }) - green(one.samples, { x, y })) / 900;
    expect(rise).toBeLessThan(4);
  });
});
