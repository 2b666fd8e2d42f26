import { GENERIC_MAIN_LENS } from "../optics";
import { encodeSrgb } from "../picture";
import { type SceneName, sceneNamed, setStage } from "../scene";
import { skylineRows } from ".";
import { proposeGround } from "./proposeGround";

const WIDTH = 240;

/** A scene as a phone would show it, with a phone's noise, and where its sky is. */
function pictureOf(name: SceneName) {
  const { still, view } = setStage(sceneNamed(name)!, GENERIC_MAIN_LENS, WIDTH);
  const { light, depth } = still;
  const luma = Float32Array.from(depth, (_, pixel) => light[3 * pixel + 1]!);
  const usual = luma.toSorted()[Math.floor(0.6 * luma.length)]!;
  let state = 1;
  const noise = () => {
    state = (1_664_525 * state + 1_013_904_223) >>> 0;
    return state / 2 ** 32 - 0.5;
  };
  const samples = Uint8Array.from(light, (value) =>
    Math.max(0, Math.min(255, Math.round(255 * encodeSrgb(Math.min(1, (0.12 * value) / usual)) + 6 * noise()))),
  );
  return {
    picture: { width: view.width, height: view.height, samples },
    isSky: (pixel: number) => depth[pixel] === Infinity,
  };
}

describe("where ground ends, as a picture shows it", () => {
  it.each([
    ["cable-tram", 0.97],
    ["salt-marsh", 0.97],
    ["market-square", 0.93],
    ["lantern-walk", 0.95],
    ["quay-road", 0.88],
  ] as const)("is told of the scene %s for %d of all pixels", (name, share) => {
    const { picture, isSky } = pictureOf(name);
    const line = proposeGround(picture);
    let right = 0;
    for (let pixel = 0; pixel < picture.width * picture.height; pixel++) {
      const isAbove = Math.floor(pixel / picture.width) < line[pixel % picture.width]!;
      if (isAbove === isSky(pixel)) right++;
    }
    expect(right / (picture.width * picture.height)).toBeGreaterThan(share);
  });

  it("is not led down by lit windows under a roof, nor off a mast", () => {
    const [width, height] = [200, 120];
    const samples = new Uint8Array(3 * width * height).fill(60);
    const paint = (left: number, top: number, right: number, bottom: number, code: number) => {
      for (let y = top; y < bottom; y++) samples.fill(code, 3 * (y * width + left), 3 * (y * width + right));
    };
    paint(0, 80, width, height, 12);
    paint(60, 50, 130, height, 12);
    paint(150, 30, 153, 80, 12);
    for (const left of [70, 84, 98, 112]) paint(left, 52, left + 5, 60, 220);
    const line = proposeGround({ width, height, samples });
    for (let x = 64; x < 126; x++) expect(Math.abs(line[x]! - 50)).toBeLessThanOrEqual(2);
    expect(Math.abs(line[30]! - 80)).toBeLessThanOrEqual(2);
  });
});

describe("a site's skyline in a picture", () => {
  const size = { width: 400, height: 300 };
  const level = { azimuthDeg: 180, tiltDeg: 0, rollDeg: 0 };
  const focalPx = 300;

  it("is a level line through the middle of a level picture, and above it by the tangent of its height", () => {
    expect(skylineRows([], level, size, focalPx, 5)).toEqual([150, 150, 150, 150, 150]);
    const wall = [{ azimuthDeg: 0, altitudeDeg: 10 }];
    expect(skylineRows(wall, level, size, focalPx, 5)[2]).toBeCloseTo(150 - 300 * Math.tan(Math.PI / 18), 0);
    // A wall as high all around is a hyperbola in the picture: lower at its middle than at its edges.
    const rows = skylineRows(wall, level, size, focalPx, 5);
    expect(rows[0]).toBeCloseTo(150 - Math.hypot(300, 200) * Math.tan(Math.PI / 18), 0);
  });

  it("sinks as the camera is tilted up, and ends at the picture's edge", () => {
    const tilted = skylineRows([], { ...level, tiltDeg: 10 }, size, focalPx, 5);
    expect(tilted[2]).toBeCloseTo(150 + 300 * Math.tan(Math.PI / 18), 0);
    expect(skylineRows([], { ...level, tiltDeg: 60 }, size, focalPx, 3)).toEqual([300, 300, 300]);
  });

  it("leans as the camera does", () => {
    const rows = skylineRows([], { ...level, rollDeg: 10 }, size, focalPx, 5);
    expect(Math.abs(rows[4]! - rows[0]!)).toBeCloseTo(400 * Math.tan(Math.PI / 18), 0);
  });
});
