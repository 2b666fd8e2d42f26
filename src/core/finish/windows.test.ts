import { GENERIC_MAIN_LENS } from "../optics";
import { sceneNamed, setStage } from "../scene";
import { stopsOf } from "./picture";
import { windowsIn } from "./windows";

const WIDTH = 480;

describe("lit windows of a simulated street", () => {
  const scene = sceneNamed("quay-road")!;
  // The same street with nobody at home tells which light is a window's.
  const dark = {
    ...scene,
    surfaces: scene.surfaces.map((surface) =>
      surface.kind === "wall" ? { ...surface, windows: { ...surface.windows, luminanceCdM2: 0 } } : surface,
    ),
  };
  const lit = setStage(scene, GENERIC_MAIN_LENS, WIDTH).still;
  const unlit = setStage(dark, GENERIC_MAIN_LENS, WIDTH).still;
  const luminance = ({ light }: typeof lit) =>
    Float32Array.from(
      lit.depth,
      (_, at) => 0.2126 * light[3 * at]! + 0.7152 * light[3 * at + 1]! + 0.0722 * light[3 * at + 2]!,
    );
  const [all, without] = [luminance(lit), luminance(unlit)];
  const usual = all.toSorted()[Math.floor(0.6 * all.length)]!;

  it.each([0.06, 0.12])("are found, and little else, where the street is exposed to %d of white", (exposure) => {
    const stops = all.map((light) => stopsOf(Math.min(1, (exposure * light) / usual)));
    const found = windowsIn({ width: WIDTH, stops }, (at) => lit.depth[at] !== Number.POSITIVE_INFINITY);
    let [right, wrong, missed] = [0, 0, 0];
    for (let at = 0; at < found.length; at++) {
      const isWindow = all[at]! - without[at]! > 0.5 * all[at]! && stops[at]! > -2;
      if (found[at]! > 0 && isWindow) right++;
      else if (found[at]! > 0) wrong++;
      else if (isWindow) missed++;
    }
    // Wrong are lamps mirrored in the harbour, and the frames about panes.
    expect(right / (right + missed)).toBeGreaterThan(0.85);
    expect(right / (right + wrong)).toBeGreaterThan(0.8);
  });
});

it("takes a bright rectangle for a window, and no lamp, no lit wall, no small or low thing", () => {
  const height = 320;
  const isIn = (x: number, y: number, left: number, top: number, wide: number, high: number) =>
    x >= left && x < left + wide && y >= top && y < top + high;
  const stops = Float32Array.from({ length: WIDTH * height }, (_, at) => {
    const [x, y] = [at % WIDTH, Math.floor(at / WIDTH)];
    const lamp = -0.06 * Math.max(0, Math.hypot(x - 100, y - 100) - 6);
    if (isIn(x, y, 200, 80, 14, 24) || isIn(x, y, 300, 80, 2, 2) || isIn(x, y, 340, 80, 40, 6)) return -0.5;
    return Math.max(-5, lamp, x > 250 && y > 200 ? -1 : -5);
  });
  const found = windowsIn({ width: WIDTH, stops }, () => true);
  const isRight = found.every(
    (part, at) => part === (isIn(at % WIDTH, Math.floor(at / WIDTH), 200, 80, 14, 24) ? 1 : 0),
  );
  expect(isRight).toBe(true);
});
