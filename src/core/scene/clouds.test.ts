import { GENERIC_MAIN_LENS } from "../optics";
import { viewOf } from "./camera";
import { addDrift, cloudTowards } from "./clouds";
import { sceneNamed } from "./scenes";
import { lookOf } from "./skyLook";

const scene = sceneNamed("harbour-swell")!;
const look = lookOf({ ...scene.sky, cloud: 0.6, cloudDriftMps: 8 }, scene.seed);
const view = viewOf({ ...scene, camera: { ...scene.camera, tiltDeg: 35 } }, GENERIC_MAIN_LENS, 120);
const ROWS = 24;
const sky = new Float32Array(view.width * ROWS).fill(Infinity);
/** What the drift adds to a sky of one level, at an instant and over a time. */
const drifted = (opens: number, seconds: number, depth = sky): Float32Array => {
  const out = new Float32Array(3 * depth.length).fill(10);
  addDrift(look, view, opens, seconds, 0, ROWS, depth, out);
  return out;
};
const rms = (values: Float32Array) => Math.sqrt(values.reduce((sum, v) => sum + (v - 10) ** 2, 0) / values.length);

describe("drifting cloud", () => {
  it("stands after some time where it drifts to at its height and speed", () => {
    // 60 degrees up, straight ahead at first; the plane of the cloud is 2,400 m up, and nearer to the horizon by 0.06.
    const [up, ahead] = [Math.sin(Math.PI / 3), Math.cos(Math.PI / 3)];
    const height = 2400 / (up + 0.06);
    for (const metres of [150, 700, 2000]) {
      const right = metres / height;
      expect(cloudTowards(look, right, up, ahead, metres)).toBeCloseTo(cloudTowards(look, 0, up, ahead, 0), 6);
    }
  });

  it("changes nothing in an instant, and leaves alone what is not sky", () => {
    expect(rms(drifted(0, 1e-6))).toBeLessThan(1e-6);
    expect(rms(drifted(300, 10, new Float32Array(sky.length).fill(40)))).toBe(0);
  });

  it("smears: one exposure is the mean of the short ones in it", () => {
    const whole = drifted(0, 160);
    const parts = Array.from({ length: 16 }, (_, i) => drifted(10 * i, 10));
    const mean = whole.map((_, i) => parts.reduce((sum, part) => sum + part[i]!, 0) / parts.length);
    expect(rms(whole.map((value, i) => 10 + value - mean[i]!))).toBeLessThan(0.03 * rms(parts[15]!));
  });

  it("comes out the same however the frame is cut into bands", () => {
    const whole = drifted(40, 30);
    const out = new Float32Array(3 * view.width * 11).fill(10);
    addDrift(look, view, 40, 30, 13, 11, sky.subarray(13 * view.width), out);
    expect(out).toEqual(whole.subarray(3 * view.width * 13));
  });
});
