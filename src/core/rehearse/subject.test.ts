import { chosenCamera } from "../camera";
import { type IntentId, usualScene } from "../intent";
import { evFromLuminance } from "../light";
import { GENERIC_TELE_LENS } from "../optics";
import { flowingLight, partOf, type Scene, type SceneName, setPart, setStage, viewOf } from "../scene";
import { landEv } from "../sky";
import { standInFor } from ".";
import { gainsFor } from "./stageLight";

const camera = chosenCamera({ phones: [], clipOns: [] }, null);
/** Nothing that passes: it is not the place's own light. */
const still = (scene: Scene): Scene => ({ ...scene, traffic: [] });

/** Luminance of each of the subject's pixels in a picture of a place, cd/m², the darkest first. */
function subjectOf(scene: Scene, widthPx: number, lens = camera.lens): Float64Array {
  const stage = setStage(still(scene), lens, widthPx);
  const light = flowingLight(stage, 0, 30);
  const values: number[] = [];
  stage.still.subject.forEach((is, pixel) => {
    if (is) values.push(0.2126 * light[3 * pixel]! + 0.7152 * light[3 * pixel + 1]! + 0.0722 * light[3 * pixel + 2]!);
  });
  return Float64Array.from(values).sort();
}
const meanOf = (values: ArrayLike<number>): number => Array.from(values).reduce((a, b) => a + b, 0) / values.length;

/** What is said of each of the nine, darker and brighter than usual. */
const SAID: readonly (readonly [IntentId, SceneName, number, object])[] = [
  ["light-trails", "quay-road", 3, {}],
  ["light-trails", "quay-road", 6, {}],
  ["blurred-subject", "cable-tram", 4, {}],
  ["smoothed-water", "mill-weir", 2, { water: "rapids" }],
  ["smoothed-water", "mill-weir", 5, { water: "rapids" }],
  ["smoothed-water", "harbour-swell", 2, { water: "swell" }],
  ["emptied-place", "market-square", 4, {}],
  ["star-points", "salt-marsh", -11, {}],
  ["still-view", "clock-facade", 4, {}],
  ["still-view", "clock-facade", 7, { highlightStops: 4 }],
  ["light-drawing", "lantern-walk", -2, {}],
  ["glowing-background", "lantern-walk", 3, { subjectM: 1.4 }],
  ["frozen-action", "skate-yard", 7, {}],
];

describe("the subject of a place is as bright as is said of it", () => {
  it.each(SAID)("%s at %s, EV %f", (intent, name, sceneEv, more) => {
    const facts = { ...usualScene(intent), ...more, sceneEv };
    const scene = standInFor(intent, facts, null, camera.lens);
    expect(scene.name).toBe(name);
    const seen = subjectOf(scene, 240);
    expect(seen.length).toBeGreaterThan(120);
    expect(Math.abs(evFromLuminance(meanOf(seen)) - sceneEv)).toBeLessThan(0.2);
  });

  it("whatever the picture's size and whichever part of it is looked at", () => {
    const facts = usualScene("still-view");
    const scene = standInFor("still-view", facts, null, camera.lens);
    for (const width of [160, 480])
      expect(Math.abs(evFromLuminance(meanOf(subjectOf(scene, width))) - facts.sceneEv)).toBeLessThan(0.2);
    const view = viewOf(scene, camera.lens, 480);
    const whole = setStage(scene, camera.lens, 480).still.light;
    const part = setPart(scene, camera.lens, partOf(view, 200, 120, 40, 30)).still.light;
    for (const [x, y] of [
      [5, 5],
      [30, 20],
    ] as const)
      expect(part[3 * (y * 40 + x) + 1]! / whole[3 * ((120 + y) * 480 + 200 + x) + 1]!).toBeCloseTo(1, 2);
  });

  it("and a place without any lamp, or under no sky, stays a place", () => {
    const usual = standInFor("emptied-place", usualScene("emptied-place"), null, camera.lens);
    const bare = { ...usual, lamps: [], fillLux: 0, surfaces: usual.surfaces.slice(0, 1) };
    for (const darkSkyMagPerArcsec2 of [22, 60]) {
      const sky = { ...bare.sky, sun: { altitudeDeg: -60, awayDeg: 0 }, darkSkyMagPerArcsec2 };
      const { lampGain, skylightGain, shineGain } = gainsFor({ ...bare, sky }, camera.lens, 4, 2);
      for (const gain of [lampGain, skylightGain, shineGain]) {
        expect(Number.isFinite(gain)).toBe(true);
        expect(gain).toBeGreaterThan(0);
      }
    }
  });

  it("through another lens, which sees another part of it", () => {
    const facts = usualScene("emptied-place");
    const scene = standInFor("emptied-place", facts, null, GENERIC_TELE_LENS);
    const seen = subjectOf(scene, 360, GENERIC_TELE_LENS);
    expect(Math.abs(evFromLuminance(meanOf(seen)) - facts.sceneEv)).toBeLessThan(0.2);
  });
});

describe("its bright parts stand over it as far as is said", () => {
  it.each([2, 4])("the clock's face by %f stops", (highlightStops) => {
    const facts = { ...usualScene("still-view"), highlightStops };
    const scene = standInFor("still-view", facts, null, camera.lens);
    // Without its lamps nothing of the place is as bright as the face, which is a tenth of a percent of the picture and more.
    const stage = setStage({ ...still(scene), lamps: [] }, camera.lens, 720);
    const { light } = stage.still;
    const green = light.filter((_, at) => at % 3 === 1).sort();
    const bright = green[Math.floor(0.9993 * green.length)]!;
    expect(Math.abs(evFromLuminance(bright) - facts.sceneEv - highlightStops)).toBeLessThan(0.3);
  });

  it("foam between one and two and a half stops, and none of it is lost in white at the meter's level", () => {
    const facts = { ...usualScene("smoothed-water"), water: "rapids" as const };
    const scene = standInFor("smoothed-water", facts, null, camera.lens);
    const seen = subjectOf(scene, 480);
    const over = (share: number) => evFromLuminance(seen[Math.floor(share * seen.length)]!) - facts.sceneEv;
    expect(over(0.98)).toBeGreaterThan(1);
    expect(over(0.98)).toBeLessThan(facts.highlightStops + 0.5);
    expect(over(0.995)).toBeLessThan(3.26);
  });
});

describe("land under the sky that is aimed at", () => {
  it.each([
    [60, 0],
    [25, 50],
    [-30, 120],
  ])("is as bright as the moon at %f°, phase angle %f°, makes it", (altitudeDeg, phaseAngleDeg) => {
    const moon = { altitudeDeg, awayDeg: 120, phaseAngleDeg };
    const sun = { altitudeDeg: -40, awayDeg: 180 };
    const lights = {
      sun: { ...sun, azimuthDeg: sun.awayDeg },
      moon: { ...moon, azimuthDeg: moon.awayDeg },
      darkSkyMagPerArcsec2: 21.4,
    };
    const facts = { ...usualScene("star-points"), sceneEv: landEv(lights) };
    const stars = { latitudeDeg: 54, azimuthDeg: 10, siderealHours: 20, atMs: Date.UTC(2026, 10, 26) };
    const sky = { sky: { sun, moon, darkSkyMagPerArcsec2: 21.4 }, stars, tiltDeg: 18 };
    const scene = standInFor("star-points", facts, sky, camera.lens);
    const seen = subjectOf(scene, 360);
    expect(Math.abs(evFromLuminance(meanOf(seen)) - facts.sceneEv)).toBeLessThan(0.2);
    // Of itself, without being helped: its own surfaces under its own sky.
    expect(scene.skylightGain).toBeGreaterThan(0.85);
    expect(
      Math.abs(evFromLuminance(meanOf(subjectOf({ ...scene, lampGain: 1e-6 }, 360))) - facts.sceneEv),
    ).toBeLessThan(0.3);
  });
});
