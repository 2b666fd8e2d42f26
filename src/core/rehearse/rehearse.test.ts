import { chosenCamera } from "../camera";
import { planCapture, plannedFrames } from "../capture";
import { usualScene } from "../intent";
import { exposureErrors } from "../picture";
import { parseRecipe } from "../recipe";
import { sceneNamed, setStage } from "../scene";
import { type Rehearsal, rehearse, sceneNameFor, standInFor } from ".";

const camera = chosenCamera({ phones: [], clipOns: [] }, null);
const hall = sceneNamed("clock-facade")!;
/** Without cloud: what differs in its sky is noise. */
const stage = setStage({ ...hall, sky: { ...hall.sky, cloud: 0 } }, camera.lens, 80);
const CONDITIONS = { pressedAtMs: 0, sensorCelsius: 15, seed: 11 };
const planOf = (line: string) => planCapture(parseRecipe(line).recipe, camera, CONDITIONS)!;

const pictures = (line: string): Rehearsal[] =>
  [...rehearse(stage, planOf(line))].filter((picture) => picture !== null);
const last = (line: string): Rehearsal => pictures(line).at(-1)!;
const matrixOf = ({ width, height, data }: Rehearsal): number =>
  exposureErrors({ width, height, samples: data }).matrix;

/** How much neighbours along a row differ in the sky, where nothing but noise does. */
function roughness({ width, data }: Rehearsal): number {
  let sum = 0;
  for (let i = 0; i < 3 * width * 4; i++) sum += Math.abs(data[i]! - data[i + 3]!);
  return sum;
}

describe("a rehearsed picture", () => {
  it("grows with its frames: after the first, after each doubling, and whole; only then it is measured", () => {
    expect(pictures("11 x 1/15 | iso 400 -> mean").map(({ framesIn }) => framesIn)).toEqual([1, 2, 4, 8, 11]);
    expect(pictures("4 x 1/15 | iso 400 -> mean").map(({ measured }) => measured !== null)).toEqual([
      false,
      false,
      true,
    ]);
    expect(pictures("1/15 | iso 400").map(({ framesIn, framesOf }) => [framesIn, framesOf])).toEqual([[1, 1]]);
  });

  it("of a long run takes every frame, shows how far it is, and for a glance some, spread over all of it", () => {
    const long = pictures("200 x 1/500 | iso 3200 -> mean");
    expect(long.at(-1)).toMatchObject({ framesIn: 200, framesOf: 200 });
    const steps = long.slice(1).map(({ framesIn }, at) => framesIn - long[at]!.framesIn);
    expect(Math.max(...steps)).toBeLessThanOrEqual(9);
    const plan = planOf("200 x 1/500 | iso 3200 -> mean");
    const glance = [...rehearse(stage, plan, plannedFrames(plan), null, true)].findLast((picture) => picture !== null)!;
    expect(glance).toMatchObject({ framesIn: 16, framesOf: 16 });
    // The mean of all has less noise than that of some.
    expect(roughness(long.at(-1)!)).toBeLessThan(0.8 * roughness(glance));
  });

  it("by mean has less noise at the same brightness, by lighten is brighter, and over the mean in between", () => {
    const one = last("1/500 | iso 3200");
    const mean = last("16 x 1/500 | iso 3200 -> mean");
    const lighten = last("16 x 1/500 | iso 3200 -> lighten");
    const over = last("16 x 1/500 | iso 3200 -> lighten over mean");
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

describe("the scene that stands in", () => {
  it("is the intent's, water's own by its kind, or the one that was picked", () => {
    expect(sceneNameFor("light-trails", { place: null, water: null })).toBe("quay-road");
    expect(sceneNameFor("smoothed-water", { place: null, water: "rapids" })).toBe("mill-weir");
    expect(sceneNameFor("smoothed-water", { place: null, water: "swell" })).toBe("harbour-swell");
    expect(sceneNameFor("light-trails", { place: "salt-marsh", water: null })).toBe("salt-marsh");
  });
});

describe("a rehearsed night sky", () => {
  const stars = { latitudeDeg: 53.8, azimuthDeg: 10, siderealHours: 23, atMs: Date.UTC(2026, 10, 26) };
  const sky = {
    stars,
    tiltDeg: 35,
    sky: {
      sun: { altitudeDeg: -40, awayDeg: 180 },
      moon: { altitudeDeg: -30, awayDeg: 180, phaseAngleDeg: 120 },
      darkSkyMagPerArcsec2: 21.2,
    },
  };
  const scene = standInFor("star-arcs", usualScene("star-arcs"), sky, camera.lens);
  const dark = setStage(scene, camera.lens, 120);
  const taken = (line: string) => [...rehearse(dark, planOf(line))].findLast((picture) => picture !== null)!;
  /** Samples of the upper half that are much brighter than its middle one. */
  const lit = ({ width, height, data }: Rehearsal): number => {
    const upper = data.subarray(0, 3 * width * Math.floor(height / 2));
    const middle = upper.toSorted()[upper.length / 2]!;
    return upper.filter((code) => code > middle + 60).length;
  };

  it("is seen from where the shot aims", () => {
    expect(scene.camera.tiltDeg).toBe(35);
    expect(scene.stars).toEqual(stars);
  });

  it("has points in one frame and arcs in many, without dots between", () => {
    const points = lit(taken("30s | iso 1600"));
    const arcs = taken("36 x 30s | iso 1600 -> lighten");
    expect(arcs.framesIn).toBe(36);
    expect(points).toBeGreaterThan(10);
    expect(lit(arcs)).toBeGreaterThan(1.6 * points);
  });
});
