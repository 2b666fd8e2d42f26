import { chosenCamera } from "../camera";
import { planCapture } from "../capture";
import { meterStopsOf } from "../outlook";
import { exposureErrors } from "../picture";
import { parseRecipe } from "../recipe";
import { sceneNamed, setStage } from "../scene";
import { type Rehearsal, rehearse, stageEv, standInFor, stillGainOf } from ".";

const camera = chosenCamera({ phones: [], clipOns: [] }, null);
const quay = sceneNamed("tram-quay")!;
const stage = setStage(quay, camera.lens, 120);
const ownEv = stageEv(stage, camera);
const CONDITIONS = { pressedAtMs: 0, sensorCelsius: 15, seed: 11 };
const planOf = (line: string) => planCapture(parseRecipe(line).recipe, camera, CONDITIONS)!;

function pictures(line: string, sceneEv = ownEv): Rehearsal[] {
  const gain = sceneEv === ownEv ? 1 : stillGainOf(quay, camera, { sceneEv, skyEv: null });
  return [...rehearse(stage, planOf(line), gain)].filter((picture) => picture !== null);
}
const last = (line: string, sceneEv = ownEv): Rehearsal => pictures(line, sceneEv).at(-1)!;
const matrixOf = ({ width, height, data }: Rehearsal): number =>
  exposureErrors({ width, height, samples: data }).matrix;

/** How much neighbours along a row differ in the sky, where nothing but noise does. */
function roughness({ width, data }: Rehearsal): number {
  let sum = 0;
  for (let i = 0; i < 3 * width * 10; i++) sum += Math.abs(data[i]! - data[i + 3]!);
  return sum;
}

describe("a rehearsed picture", () => {
  it.each([
    ["1/4 | iso 50", 4],
    ["1/15 | iso 200", 4],
    ["2s | iso 50 | 3 stops", 4],
    ["1/4 | iso 100", 2.5],
  ])("of %s under EV %d comes out as bright as the solver says", (line, sceneEv) => {
    const plan = planOf(line);
    const promised = meterStopsOf(plan, sceneEv, plan.shutters[0].deliveredSeconds);
    expect(Math.abs(matrixOf(last(line, sceneEv)) - promised)).toBeLessThan(0.35);
  });

  it("grows with its frames: after the first, after each doubling, and whole", () => {
    expect(pictures("11 x 1/15 | iso 400 -> mean").map(({ framesIn }) => framesIn)).toEqual([1, 2, 4, 8, 11]);
    expect(pictures("1/15 | iso 400").map(({ framesIn, framesOf }) => [framesIn, framesOf])).toEqual([[1, 1]]);
  });

  it("of a long run simulates a part of its frames, spread over all of it", () => {
    expect(last("200 x 1/15 | iso 400 -> mean").framesOf).toBe(16);
  });

  it("by mean has less noise at the same brightness, by lighten is brighter, and over the mean in between", () => {
    const one = last("1/30 | iso 1600");
    const mean = last("16 x 1/30 | iso 1600 -> mean");
    const lighten = last("16 x 1/30 | iso 1600 -> lighten");
    const over = last("16 x 1/30 | iso 1600 -> lighten over mean");
    expect(roughness(mean)).toBeLessThan(0.75 * roughness(one));
    expect(Math.abs(matrixOf(mean) - matrixOf(one))).toBeLessThan(0.2);
    const sum = ({ data }: Rehearsal) => data.reduce((total, code) => total + code, 0);
    expect(sum(lighten)).toBeGreaterThan(sum(over));
    expect(sum(over)).toBeGreaterThanOrEqual(sum(mean));
    expect(roughness(over)).toBeLessThan(roughness(lighten));
  });

  it("by median and by fusion is whole too, a bracket with its own shutter times", () => {
    const median = last("5 x 1/15 | iso 100 -> median");
    expect(median.framesIn).toBe(5);
    const dark = last("1/60 | iso 50");
    const bracket = last("3 x 1/15 | bracket 2 stops | iso 50 -> fuse");
    expect(matrixOf(bracket)).toBeGreaterThan(matrixOf(dark));
  });
});

describe("a rehearsed night sky", () => {
  const sky = { latitudeDeg: 53.8, azimuthDeg: 10, tiltDeg: 35, siderealHours: 23 };
  const dark = setStage(standInFor("star-arcs", sky), camera.lens, 120);
  const ev = stageEv(dark, camera);
  const gain = stillGainOf(dark.scene, camera, { sceneEv: -6, skyEv: -8.2 });
  const taken = (line: string) => [...rehearse(dark, planOf(line), gain)].findLast((picture) => picture !== null)!;
  /** Samples of the upper half that are much brighter than its middle one. */
  const lit = ({ width, height, data }: Rehearsal): number => {
    const upper = data.subarray(0, 3 * width * Math.floor(height / 2));
    const middle = upper.toSorted()[upper.length / 2]!;
    return upper.filter((code) => code > middle + 60).length;
  };

  it("is as dark as a dark site, and is seen from where the shot aims", () => {
    expect(ev).toBeLessThan(-5.5);
    expect(ev).toBeGreaterThan(-9);
    expect(standInFor("meteors", sky).cameraTiltDeg).toBe(35);
    expect(standInFor("meteors", sky).stars).toEqual({ latitudeDeg: 53.8, azimuthDeg: 10, siderealHours: 23 });
    expect(standInFor("smoothed-water", sky).stars).toBeNull();
  });

  it("has points in one frame and arcs in many, without dots between", () => {
    const points = lit(taken("30s | iso 1600"));
    const arcs = taken("36 x 30s | iso 1600 -> lighten");
    expect(arcs.framesIn).toBe(36);
    expect(points).toBeGreaterThan(10);
    expect(lit(arcs)).toBeGreaterThan(1.6 * points);
  });
});
