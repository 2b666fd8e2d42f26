import { type DrawnWay, STILL_PLACE } from "../facts";
import { GENERIC_MAIN_LENS } from "../optics";
import { sceneForShot, sceneNamed, viewOf } from ".";
import { project } from "./camera";
import { drawnSpeedMps, pointSeen } from "./drawnWay";
import { gatherLampStreaks } from "./moving";
import { passagesIn } from "./passages";

const lens = GENERIC_MAIN_LENS;
const WIDTH = 400;
const mover = { distanceM: 4, speedMps: 1, headingDegFromPerpendicular: 0 };
const drawing = (drawnWay: DrawnWay) =>
  sceneForShot(
    sceneNamed("lantern-walk")!,
    { ...STILL_PLACE, mover, lamps: ["lantern"], opensAs: "passes", drawnWay },
    null,
    lens,
  );
/** To the right in one second, then down in three. */
const CORNER: DrawnWay = [
  [0.3, 0.3, 0],
  [0.6, 0.3, 1],
  [0.6, 0.6, 4],
];

describe("a way drawn over a picture", () => {
  it("is seen where it was drawn, whichever way the camera looks", () => {
    const camera = { at: [3, 1.5, -2] as const, headingDeg: 37, tiltDeg: 12 };
    const view = viewOf({ camera, focusMetres: null }, lens, WIDTH);
    for (const [x, y] of [
      [0.5, 0.5],
      [0.1, 0.9],
      [0.95, 0.2],
    ] as const) {
      const seen = project(view, pointSeen(view, x, y, 6))!;
      expect(seen.x / view.width).toBeCloseTo(x, 9);
      expect(seen.y / view.height).toBeCloseTo(y, 9);
      expect(seen.depthMetres).toBeCloseTo(6, 9);
    }
  });

  it("is gone along as fast as the hand went: slower is brighter", () => {
    const scene = drawing(CORNER);
    const view = viewOf(scene, lens, WIDTH);
    const streaks = gatherLampStreaks(scene, view, passagesIn(scene, 0, 10, 10)).filter(({ on }) => on === "all");
    const lightAlong = (isOn: (x: number, y: number) => boolean) => {
      const on = streaks.filter(({ x0, x1, y0, y1 }) => isOn((x0 + x1) / 2 / view.width, (y0 + y1) / 2 / view.height));
      const length = on.reduce((sum, { x0, x1, y0, y1 }) => sum + Math.hypot(x1 - x0, y1 - y0), 0);
      return on.reduce((sum, { light }) => sum + light, 0) / length;
    };
    const across = lightAlong((x, y) => y < 0.31 && x < 0.59);
    const down = lightAlong((_, y) => y > 0.32);
    // Over 0.3 of the width in one second, over 0.3 of the height in three.
    expect(down / across).toBeCloseTo((3 * view.width) / view.height, 1);
  });

  it("is there only while it is drawn", () => {
    const scene = drawing(CORNER);
    const view = viewOf(scene, lens, WIDTH);
    const lamps = (opens: number, seconds: number) =>
      gatherLampStreaks(scene, view, passagesIn(scene, opens, seconds, seconds)).filter(({ on }) => on === "all");
    expect(lamps(5, 10)).toEqual([]);
    const rightmost = Math.max(...lamps(0, 0.5).map(({ x1 }) => x1 / view.width));
    expect(rightmost).toBeCloseTo(0.45, 2);
  });

  it("has the mean speed of what the lens shows of it", () => {
    const widthMm = (lens.widthPx * lens.pitchUm) / 1000;
    const metres = (0.3 * widthMm * (1 + lens.heightPx / lens.widthPx) * 4) / lens.focalLengthMm;
    expect(drawnSpeedMps(CORNER, lens, 4)).toBeCloseTo(metres / 4, 9);
  });

  it("of a hand that never moved leaves nothing, and does not fail", () => {
    const still: DrawnWay = [
      [0.5, 0.5, 0],
      [0.5, 0.5, 2],
    ];
    expect(drawing(still).traffic.some(({ name }) => name === "lantern")).toBe(false);
  });
});
