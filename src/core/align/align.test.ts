import type { MeteredPicture } from "../picture";
import { alignMark, type Placed, type Point, placeFrame, placeOf } from ".";
import { distorted, fromPixels, toPixels, undistorted } from "./placement";
import { madeStars, madeTown, pictureOf, turnedAbout } from "./testing/movedScene";

const SIZE = { width: 900, height: 680 };
const still = (point: Point) => point;
const CORNERS = [0, SIZE.width - 1].flatMap((x) => [0, SIZE.height - 1].map((y) => ({ x, y })));

/** How far a found placement has the corners from where they are, at most, pixels. */
function cornerMiss(placed: Placed, truth: (point: Point) => Point): number {
  if (placed.kind === "refused") throw new Error(placed.reason);
  return Math.max(
    ...CORNERS.map((corner) => {
      const [found, wanted] = [placeOf(placed.placement, SIZE, corner), truth(corner)];
      return Math.hypot(found.x - wanted.x, found.y - wanted.y);
    }),
  );
}

describe("frames of things that stand still", () => {
  const town = madeTown(SIZE, 700, 3);
  const first = pictureOf(SIZE, town, still, 1);

  it.each([
    [0, 0],
    [0.3, -0.4],
    [2.25, 1.5],
    [-11.5, 8.25],
    [42.4, -17.2],
  ])("are laid by a shift of %f and %f pixels to a twentieth of a pixel", (x, y) => {
    const moved = (point: Point) => ({ x: point.x + x, y: point.y + y });
    const placed = placeFrame(alignMark(first, "shift", null), pictureOf(SIZE, town, moved, 2), null);
    expect(cornerMiss(placed, moved)).toBeLessThan(0.05);
  });

  it.each([
    [0.05, 1.2, -0.7],
    [-0.6, 4.5, 3.5],
    [1.8, -9, 12],
    [-3.3, 6, 2],
  ])(
    "are laid by a turn of %f degrees and a shift of %f and %f pixels to a tenth of a pixel in the corners",
    (degrees, x, y) => {
      const moved = turnedAbout({ x: 450, y: 340 }, degrees, { x, y });
      const placed = placeFrame(alignMark(first, "turn", null), pictureOf(SIZE, town, moved, 3), null);
      expect(cornerMiss(placed, moved)).toBeLessThan(0.1);
    },
  );

  it("are refused with the reason where another place is shown, where they are turned though only shifted ones are asked for, and in the dark", () => {
    const refusalOf = (picture: MeteredPicture, way: "shift" | "turn", of = first) => {
      const placed = placeFrame(alignMark(of, way, null), picture, null);
      return placed.kind === "refused" ? placed.reason : "placed";
    };
    const elsewhere = pictureOf(SIZE, madeTown(SIZE, 700, 8), still, 4);
    expect(refusalOf(elsewhere, "shift")).toMatch(/parts of it are found again/);
    expect(refusalOf(elsewhere, "turn")).toMatch(/parts of it/);
    const turned = pictureOf(SIZE, town, turnedAbout({ x: 450, y: 340 }, 2), 5);
    expect(refusalOf(turned, "shift")).not.toBe("placed");
    const dark = pictureOf(SIZE, [], still, 6);
    expect(refusalOf(dark, "shift", dark)).toMatch(/too little in the picture/);
  });
});

describe("frames of the sky", () => {
  const stars = madeStars(SIZE, 500, 11);
  const lamps = madeStars({ width: SIZE.width, height: 120 }, 60, 12).map((lamp) => ({
    ...lamp,
    at: { x: lamp.at.x, y: 580 + lamp.at.y },
  }));
  /** Stars where `moved` puts them over lamps that stand still. */
  const night = (moved: (point: Point) => Point, seed: number): MeteredPicture =>
    pictureOf(SIZE, [...stars.map((star) => ({ ...star, at: moved(star.at) })), ...lamps], still, seed);
  const mark = alignMark(night(still, 1), "stars", null);

  it.each([
    [0.13, 0, 0],
    [3.9, 1.5, -2],
    [-24, 30, 12],
  ])(
    "are laid by their stars, turned by %f degrees and moved by %f and %f pixels, though lamps stand still",
    (degrees, x, y) => {
      const moved = turnedAbout({ x: 400, y: 200 }, degrees, { x, y });
      expect(cornerMiss(placeFrame(mark, night(moved, 2), null), moved)).toBeLessThan(0.2);
    },
  );

  it("are laid through a lens that bends lines outwards, tilted to the pole", () => {
    const k = 0.06;
    // The true sky behind the lens turns by a homography; the lens bends both pictures.
    const tilt = [1.004, -0.05, 0.02, 0.051, 0.997, -0.012, 0.012, -0.008, 1];
    const moved = (point: Point): Point => {
      const { x, y } = undistorted(fromPixels(SIZE, point), k);
      const w = tilt[6]! * x + tilt[7]! * y + 1;
      const turned = {
        x: (tilt[0]! * x + tilt[1]! * y + tilt[2]!) / w,
        y: (tilt[3]! * x + tilt[4]! * y + tilt[5]!) / w,
      };
      return toPixels(SIZE, distorted(turned, k));
    };
    const placed = placeFrame(mark, night(moved, 3), null);
    expect(cornerMiss(placed, moved)).toBeLessThan(0.2);
    if (placed.kind === "placed") expect(Math.abs(placed.placement.distortion - k)).toBeLessThan(0.03);
  });

  it("leave a ground out that somebody has painted", () => {
    const ground = new Uint8Array(SIZE.width * SIZE.height).fill(255, SIZE.width * 400);
    const moved = turnedAbout({ x: 400, y: 200 }, 1);
    const masked = alignMark(night(still, 1), "stars", ground);
    expect(masked.by === "stars" && Math.max(...masked.stars.map(({ y }) => y))).toBeLessThan(401);
    expect(cornerMiss(placeFrame(masked, night(moved, 4), ground), moved)).toBeLessThan(0.4);
  });

  it("are refused with the reason where they show another sky, or hardly any star", () => {
    const reasonOf = (picture: MeteredPicture) => {
      const placed = placeFrame(mark, picture, null);
      return placed.kind === "refused" ? placed.reason : "placed";
    };
    const others = pictureOf(SIZE, madeStars(SIZE, 500, 77), still, 5);
    expect(reasonOf(others)).toMatch(/do not fit|found again/);
    expect(reasonOf(pictureOf(SIZE, stars.slice(0, 4), still, 6))).toMatch(/It shows \d stars?; 12 are needed/);
  });
});
