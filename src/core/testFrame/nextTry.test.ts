import fc from "fast-check";
import { chosenCamera } from "../camera";
import { planCapture, plannedFrames, SOME_TIME } from "../capture";
import { clippedShares, exposureErrors } from "../picture";
import { hashUnit } from "../random";
import { parseRecipe, readableDuration } from "../recipe";
import { SCENES, setStage, simulateFrame } from "../scene";
import { ENOUGH_STOPS, nextTry, type TryLimits, type TrySettings } from ".";

const camera = chosenCamera({ phones: [], clipOns: [] }, null);
const limits: TryLimits = {
  shutterLadder: camera.shutterLadder,
  isoLadder: camera.isoLadder,
  leastShutterSeconds: 0,
  mostShutterSeconds: 30,
  mostIso: 3200,
  filterStops: [1, 3, 6],
  fuses: true,
};
const START: TrySettings = { shutterSeconds: 1, iso: 100, filterStops: 0 };
const read = (errorStops: number, clippedAny = 0, crushedAll = 0) => ({ errorStops, clippedAny, crushedAll });
const stopsBetween = (a: TrySettings, b: TrySettings) =>
  Math.log2((b.shutterSeconds * b.iso) / (a.shutterSeconds * a.iso)) - (b.filterStops - a.filterStops);

describe("the next test frame", () => {
  it("is none when this one is near enough", () => {
    expect(nextTry(read(0.3), 0, START, limits)).toBeNull();
    expect(nextTry(read(-1), -1, START, limits)).toBeNull();
  });

  it("changes the shutter first, then the ISO, then the filter, then the frames or the place", () => {
    const steps = (error: number, part: Partial<TryLimits> = {}) =>
      nextTry(read(error), 0, START, { ...limits, ...part })!.steps.map(({ of }) => of);
    expect(steps(2)).toEqual(["shutter"]);
    expect(steps(-3, { mostShutterSeconds: 2 })).toEqual(["shutter", "iso"]);
    expect(steps(4.3, { leastShutterSeconds: 0.8 })).toEqual(["shutter", "filter"]);
    expect(steps(9, { leastShutterSeconds: 1 })).toEqual(["iso", "filter", "place"]);
    expect(steps(-9, { mostShutterSeconds: 1 })).toEqual(["iso", "frames"]);
  });

  it("takes off a filter that is on before it asks for more frames", () => {
    const filtered = { ...START, filterStops: 6 };
    const next = nextTry(read(-8), 0, filtered, { ...limits, mostShutterSeconds: 1, mostIso: 200 })!;
    expect(next.settings.filterStops).toBe(0);
    expect(next.steps.map(({ of }) => of)).toEqual(["iso", "filter", "frames"]);
  });

  it("looks for shutter, ISO and filter together: two filters in the bag and none that fits by itself", () => {
    // 1.4 stops too bright at the shortest time that silk wants, at the lowest ISO: the weaker filter and a longer time do it.
    const silk = { ...limits, leastShutterSeconds: 4, filterStops: [3, 6] };
    const next = nextTry(read(1.4), 0, { shutterSeconds: 4, iso: 50, filterStops: 0 }, silk)!;
    expect(next.settings).toMatchObject({ filterStops: 3, iso: 50 });
    expect(next.settings.shutterSeconds).toBeGreaterThan(10);
    expect(Math.abs(next.offStops)).toBeLessThanOrEqual(ENOUGH_STOPS);
  });

  it("takes a film's filter off, and fuses none of its frames", () => {
    const film = { ...limits, leastShutterSeconds: 1 / 50, mostShutterSeconds: 1 / 50, fuses: false };
    const filtered = { shutterSeconds: 1 / 50, iso: 1600, filterStops: 3 };
    const next = nextTry(read(-1.6), 0, filtered, { ...film, mostIso: 1600 })!;
    expect(next.settings.filterStops).toBeLessThan(3);
    expect(Math.abs(next.offStops)).toBeLessThanOrEqual(ENOUGH_STOPS);
    const dark = nextTry(read(-5), 0, { ...filtered, filterStops: 0 }, { ...film, mostIso: 1600 })!;
    expect(dark.steps.map(({ of }) => of)).toEqual(["place"]);
  });

  it("goes in no circle: what it says next needs nothing more", () => {
    for (let seed = 0; seed < 200; seed++) {
      const error = 16 * hashUnit(seed, 1) - 8;
      const settings = { shutterSeconds: 0.5, iso: 200, filterStops: [0, 3][seed % 2]! };
      const first = nextTry(read(error), 0, settings, limits);
      if (!first || Math.abs(first.offStops) > ENOUGH_STOPS) continue;
      expect(nextTry(read(first.offStops), 0, first.settings, limits)).toBeNull();
    }
  });

  it("goes farther than a frame says that is white or black all over", () => {
    const shutter = (clipped: number, crushed: number, error: number) =>
      nextTry(read(error, clipped, crushed), 0, START, limits)!.settings.shutterSeconds;
    expect(shutter(0.5, 0, 2)).toBeLessThan(shutter(0, 0, 2));
    expect(shutter(0, 1, -2)).toBeGreaterThan(shutter(0, 0, -2));
  });

  it("sets only rungs that the phone has, within what is allowed, and tells truly what remains", () => {
    fc.assert(
      fc.property(
        fc.double({ min: -8, max: 8, noNaN: true }),
        fc.constantFrom(...camera.shutterLadder),
        fc.constantFrom(...camera.isoLadder),
        (error, shutterSeconds, iso) => {
          const settings = { shutterSeconds, iso, filterStops: 0 };
          const next = nextTry(read(error), 0, settings, limits);
          if (!next) return;
          expect(camera.shutterLadder).toContain(next.settings.shutterSeconds);
          expect(camera.isoLadder).toContain(next.settings.iso);
          expect(error + stopsBetween(settings, next.settings)).toBeCloseTo(next.offStops, 6);
          expect(Math.abs(next.offStops)).toBeLessThanOrEqual(Math.abs(error) + 1e-9);
        },
      ),
    );
  });
});

describe.each(SCENES.map((scene) => [scene.name, scene] as const))("test frames of the scene %s", (_, scene) => {
  it("are near enough after three at most, from eight stops too dark to some too bright", () => {
    const stage = setStage(scene, camera.lens, 64);
    const measured = ({ shutterSeconds, iso, filterStops }: TrySettings) => {
      const line = `${readableDuration(shutterSeconds).replace(/\s/g, "")} | iso ${iso}${filterStops > 0 ? ` | ${filterStops} stops` : ""}`;
      const { recipe } = parseRecipe(line);
      const plan = planCapture(recipe, camera, SOME_TIME)!;
      const { width, height, data } = simulateFrame(stage, plan, plannedFrames(plan)[0]!);
      const { clippedAny, crushedAll } = clippedShares(data);
      return { errorStops: exposureErrors({ width, height, samples: data }).matrix, clippedAny, crushedAll };
    };
    for (const begin of [
      START,
      { shutterSeconds: 1 / 125, iso: 50, filterStops: 0 },
      { ...START, shutterSeconds: 4 },
    ]) {
      let settings: TrySettings = begin;
      let reading = measured(settings);
      for (let frame = 2; frame <= 3; frame++) {
        const next = nextTry(reading, 0, settings, limits);
        if (!next) break;
        settings = next.settings;
        reading = measured(settings);
      }
      const next = nextTry(reading, 0, settings, limits);
      // A marsh under stars stays dark on any phone: then it says so. Rungs are rounded by a fiftieth of a stop.
      const isDarkest = settings.iso === 3200 && settings.shutterSeconds === 30;
      const isNear = next === null || isDarkest || Math.abs(reading.errorStops) <= ENOUGH_STOPS + 0.02;
      expect([begin, isNear ? null : reading]).toEqual([begin, null]);
    }
  });
});
