import { chosenCamera } from "../camera";
import { planCapture, plannedFrames, SOME_TIME } from "../capture";
import { GENERIC_MAIN_LENS } from "../optics";
import { parseRecipe } from "../recipe";
import { SCENE_NAMES, SCENES, type Scene, sceneNamed, setStage, simulateFrame, viewOf } from ".";
import { exposeBehindBodies, gatherBodies } from "./bodies";
import { gatherLampStreaks } from "./moving";
import { passagesIn } from "./passages";
import { prepareScene } from "./prepare";
import { addStreak } from "./streaks";

const WIDTH = 320;
const quay = sceneNamed("quay-road")!;
/** Nothing stands: a lamp and a box pass across at 20 m, one after the other. */
const open: Scene = {
  ...quay,
  camera: { at: [0, 1, 0], headingDeg: 0, tiltDeg: 0 },
  surfaces: [],
  lamps: [],
  visibilityMetres: 1e9,
  lane: null,
};
const passing = {
  name: "mover",
  speedMps: 2,
  headwaySeconds: 1e6,
  unevenness: 0,
  firstSeconds: 0,
  path: [
    [-14, 1, 20],
    [14, 1, 20],
  ],
} as const;
const lamp = { offset: [0, 0, 0], intensityCd: 60, shines: "around", diameterM: 0.14, colour: [1, 1, 1] } as const;
const box = { shape: "box", offset: [0, 0, 0], sizeMetres: [4, 2, 1], reflectance: 0.2, tint: [1, 1, 1] } as const;
const withLamp: Scene = { ...open, traffic: [{ ...passing, lamps: [lamp], parts: [] }] };
const withBox: Scene = { ...open, traffic: [{ ...passing, lamps: [], parts: [box] }] };
const view = viewOf(open, GENERIC_MAIN_LENS, WIDTH);
const pixels = view.width * view.height;
const camera = { ...chosenCamera({ phones: [], clipOns: [] }, null), lens: GENERIC_MAIN_LENS };

/** Light gathered by moving lamps alone, cd·s/m². */
function trailLight(opensSeconds: number, shutterSeconds: number): Float32Array {
  const light = new Float32Array(3 * pixels);
  const passages = passagesIn(withLamp, opensSeconds, shutterSeconds, shutterSeconds);
  for (const streak of gatherLampStreaks(withLamp, view, passages))
    addStreak(streak, view.width, 0, view.height, light);
  return light;
}
/** Even light behind a passing box, gathered. */
function behindBox(opensSeconds: number, shutterSeconds: number, depthM = 50): Float32Array {
  const light = new Float32Array(3 * pixels).fill(100);
  const bodies = gatherBodies(
    prepareScene(withBox),
    view,
    passagesIn(withBox, opensSeconds, shutterSeconds, shutterSeconds),
  );
  const depth = new Float32Array(pixels).fill(depthM);
  exposeBehindBodies(bodies, view.width, 0, view.height, shutterSeconds, depth, light);
  return light;
}
const peak = (light: Float32Array) => light.reduce((most, value) => Math.max(most, value), 0);
const total = (light: Float32Array) => light.reduce((sum, value) => sum + value, 0);

describe("what moves", () => {
  it("leaves a trail whose brightness does not depend on the shutter time, and whose length does", () => {
    expect(peak(trailLight(4, 2))).toBeGreaterThan(0);
    expect(Math.abs(peak(trailLight(4, 6)) / peak(trailLight(4, 2)) - 1)).toBeLessThan(0.03);
    expect(Math.abs(total(trailLight(4, 6)) / total(trailLight(4, 2)) - 3)).toBeLessThan(0.02);
  });

  it("hides what is behind a body for as long as it stands there, and no longer", () => {
    // 4 m at 2 m/s take 2 s over a point: of 8 s a quarter is hidden in the middle of its way.
    const light = behindBox(3, 8);
    const middle = 3 * (Math.floor(view.height / 2) * view.width + view.width / 2) + 1;
    const stays = 600;
    expect(light[middle]! / stays).toBeGreaterThan(0.99);
    expect(light[middle]! / stays).toBeLessThan(1.03);
    expect(light[1]).toBeCloseTo(800, 0);
  });

  it("hides nothing that stands before it", () => {
    expect(behindBox(3, 8, 5).every((value) => Math.abs(value - 800) < 0.01)).toBe(true);
  });

  it("draws the edge of a body as a ramp without steps", () => {
    const light = behindBox(6, 1);
    const row = 3 * Math.floor(view.height / 2) * view.width;
    const values = Array.from({ length: view.width }, (_, x) => light[row + 3 * x + 1]!);
    const slopes = values.slice(1).map((value, x) => Math.abs(value - values[x]!));
    // Over a second it goes 2 m, which are so many pixels: none of its steps is much larger than the even one.
    const ramp = (2 * view.focalPx) / 19.5;
    expect(Math.max(...slopes)).toBeLessThan((2 * 100) / ramp);
    expect(Math.min(...values)).toBeLessThan(6);
  });
});

describe("a simulated frame", () => {
  const stage = setStage(quay, GENERIC_MAIN_LENS, 96);
  const taken = (shutterSeconds: number, seed = 1) => {
    const { recipe } = parseRecipe("1s | iso 50 | wb 4000K");
    const sequence = { frames: 1, shutterSeconds, periodSeconds: null };
    const plan = planCapture({ ...recipe, sequence }, camera, { ...SOME_TIME, seed })!;
    return simulateFrame(stage, plan, plannedFrames(plan)[0]!);
  };

  it("has a background that brightens with the shutter time", () => {
    const linear = (code: number) => ((code / 255 + 0.055) / 1.055) ** 2.4;
    const [short, long] = [taken(0.2).data, taken(0.8).data];
    // The sky, away from what a lamp scatters over it until it clips.
    const sky = [...stage.still.depth.keys()].filter(
      (i) => stage.still.depth[i] === Infinity && long[3 * i + 1]! < 235,
    );
    const sum = (data: Uint8Array) => sky.reduce((all, i) => all + linear(data[3 * i + 1]!), 0);
    expect(sky.length).toBeGreaterThan(400);
    expect(Math.abs(sum(long) / sum(short) / 4 - 1)).toBeLessThan(0.03);
  });

  it("is the same for the same seed and differs in noise for another", () => {
    const frame = taken(0.5);
    expect(frame.height).toBe(72);
    expect(taken(0.5).data).toEqual(frame.data);
    expect(taken(0.5, 2).data).not.toEqual(frame.data);
  });

  it("keeps the aspect of the sensor at any width", () => {
    expect(viewOf(quay, GENERIC_MAIN_LENS, 4080).height).toBe(3060);
  });
});

describe("the scenes that ship", () => {
  it("are nine, each under its own name", () => {
    expect(SCENES.map(({ name }) => name)).toEqual(SCENE_NAMES);
  });

  it.each(SCENE_NAMES)("%s has light everywhere, and lamps or stars that stand out", (name) => {
    const { still, view: seen } = setStage(sceneNamed(name)!, GENERIC_MAIN_LENS, 48);
    expect(still.light.every((value) => Number.isFinite(value) && value >= 0)).toBe(true);
    const greens = Array.from({ length: seen.width * seen.height }, (_, pixel) => still.light[3 * pixel + 1]!);
    const sorted = greens.toSorted((a, b) => a - b);
    expect(sorted[0]).toBeGreaterThan(0);
    const placeShare = still.depth.filter((metres) => Number.isFinite(metres)).length / greens.length;
    expect(placeShare).toBeGreaterThan(0.1);
    expect(placeShare).toBeLessThan(0.97);
    if (sceneNamed(name)!.stars === null) expect(sorted.at(-1)! / sorted[sorted.length >> 1]!).toBeGreaterThan(20);
  });
});
