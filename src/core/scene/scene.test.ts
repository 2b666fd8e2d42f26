import { chosenCamera } from "../camera";
import { planCapture, plannedFrames, SOME_TIME } from "../capture";
import { GENERIC_MAIN_LENS } from "../optics";
import { parseRecipe } from "../recipe";
import { SCENES, setStage, simulateFrame, viewOf } from ".";
import { addMovingLight, gatherMovingLight } from "./moving";

const scene = SCENES[0]!;
const WIDTH = 320;
const stage = setStage(scene, GENERIC_MAIN_LENS, WIDTH);
const { view } = stage;
const camera = { ...chosenCamera({ phones: [], clipOns: [] }, null), lens: GENERIC_MAIN_LENS };
/** A frame of the stage with this shutter and seed. */
function taken(shutterSeconds: number, seed = 1) {
  const { recipe } = parseRecipe("1s | iso 50 | wb 4000K");
  const sequence = { frames: 1, shutterSeconds, periodSeconds: null };
  const plan = planCapture({ ...recipe, sequence }, camera, { ...SOME_TIME, seed })!;
  return simulateFrame(stage, plan, plannedFrames(plan)[0]!);
}

/** Light gathered by moving lamps alone, cd·s/m², green channel. */
function trailLight(opensSeconds: number, shutterSeconds: number): Float32Array {
  const light = new Float32Array(3 * view.width * view.height);
  const hidden = new Float32Array(view.width * view.height);
  addMovingLight(
    view,
    gatherMovingLight(lampsOnly, view, opensSeconds, shutterSeconds),
    shutterSeconds,
    0,
    view.height,
    light,
    hidden,
  );
  return light;
}
const tramway = scene.traffic.find(({ name }) => name === "cable tram")!;
const lampsOnly = { ...scene, traffic: [{ ...tramway, panels: [], headwaySeconds: 1000 }] };

describe("a simulated frame", () => {
  it("has trails whose brightness does not depend on the shutter time", () => {
    const peak = (light: Float32Array) => light.reduce((most, value) => Math.max(most, value), 0);
    const short = peak(trailLight(4, 4));
    const long = peak(trailLight(4, 12));
    expect(short).toBeGreaterThan(0);
    expect(Math.abs(long / short - 1)).toBeLessThan(0.03);
  });

  it("has trails three times as long after three times the shutter time", () => {
    const total = (light: Float32Array) => light.reduce((sum, value) => sum + value, 0);
    expect(Math.abs(total(trailLight(4, 12)) / total(trailLight(4, 4)) - 3)).toBeLessThan(0.3);
  });

  it("has a background that brightens with the shutter time", () => {
    const linear = (code: number) => ((code / 255 + 0.055) / 1.055) ** 2.4;
    const sky = (shutterSeconds: number) => {
      const { data } = taken(shutterSeconds);
      return linear(
        data.subarray(0, 3 * WIDTH * 20).reduce((sum, code, i) => sum + (i % 3 === 1 ? code : 0), 0) / (WIDTH * 20),
      );
    };
    expect(Math.abs(sky(1) / sky(0.25) - 4)).toBeLessThan(0.25);
  });

  it("is the same for the same seed and differs in noise for another", () => {
    const frame = taken(0.5);
    expect(frame.height).toBe(240);
    expect(taken(0.5).data).toEqual(frame.data);
    expect(taken(0.5, 2).data).not.toEqual(frame.data);
  });

  it("hides the background behind an opaque tram for the share of time that it is there", () => {
    const light = new Float32Array(3 * view.width * view.height).fill(1);
    const hidden = new Float32Array(view.width * view.height);
    const dark = {
      ...scene,
      traffic: [{ ...tramway, lamps: [], panels: tramway.panels.map((panel) => ({ ...panel, luminanceCdM2: 0 })) }],
    };
    addMovingLight(view, gatherMovingLight(dark, view, 5, 2), 2, 0, view.height, light, hidden);
    const least = light.reduce((low, value) => Math.min(low, value), 9);
    expect(least).toBeLessThan(1.2);
    expect(least).toBeGreaterThanOrEqual(0);
  });

  it("keeps the aspect of the sensor at any width", () => {
    expect(viewOf(scene, GENERIC_MAIN_LENS, 4080).height).toBe(3060);
  });
});
