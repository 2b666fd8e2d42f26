import { chosenCamera } from "../camera";
import { NO_OVERRIDES, planNight } from "../night";
import { EMPTY_RECIPE, parseRecipe, printRecipe } from "../recipe";
import { sunEvents } from "../sky";
import { planCapture, plannedFrames, rampRoom, rampWith, SOME_TIME } from ".";

const camera = chosenCamera({ phones: [], clipOns: [] }, null);
const ANY_ROOM = { leastStops: -12, mostStops: 12 };
const site = (latitudeDeg: number) => ({
  latitudeDeg,
  longitudeDeg: -3.42,
  zone: "UTC",
  darkSkyMagPerArcsec2: 19.8,
  lampEv: 3.5,
  road: "main" as const,
  tidal: true,
  coreAltitudeDeg: 10,
  horizon: [],
  weatherRows: [],
  tideRows: [],
  trafficRows: [],
});

test.each([
  ["2026-11-25", 53.86, 1],
  ["2026-06-21", 35, 1],
  ["2026-03-20", 5, 1],
  ["2026-09-22", 60, -1],
] as const)(
  "on %s at latitude %f a run through dusk or dawn stays within a third of a stop of the computed sky",
  (date, latitude, sense) => {
    const plan = planNight(site(latitude), date, NO_OVERRIDES);
    const { sunset, sunrise } = sunEvents(plan.night);
    const begins = sense > 0 ? sunset!.getTime() : sunrise!.getTime() - 25 * 60_000;
    const lightEv = (seconds: number) => plan.momentAt(begins + 1000 * seconds).skyEv;
    const [frames, period] = [75, 20];
    const rampStops = rampWith(lightEv, frames, period, ANY_ROOM)!;
    // 25 minutes of dusk are several stops.
    expect(sense * rampStops.at(-1)!).toBeGreaterThan(3);
    const sequence = { frames, shutterSeconds: sense > 0 ? 1 / 60 : 4, periodSeconds: period };
    const { recipe, problems } = parseRecipe(printRecipe({ ...EMPTY_RECIPE, sequence, rampStops }));
    expect(problems).toEqual([]);
    const { shutters } = planCapture(recipe, camera, SOME_TIME)!;
    expect(shutters).toHaveLength(frames);
    const levels = shutters.map(
      ({ nominalSeconds, iso }, index) => lightEv(index * period) + Math.log2(nominalSeconds * iso),
    );
    for (const [index, level] of levels.entries()) {
      expect(Math.abs(level - levels[0]!)).toBeLessThan(1 / 3 + 0.01);
      if (index > 0)
        expect(Math.abs(Math.log2(shutters[index]!.nominalSeconds / shutters[index - 1]!.nominalSeconds))).toBeLessThan(
          0.45,
        );
    }
  },
);

test.each([1, 0.5])("a phone whose shutter times lie %f stops apart goes on by its ISO", (apart) => {
  const rungs = (from: number, to: number) =>
    Array.from({ length: Math.round((to - from) / apart) + 1 }, (_, n) => 2 ** (from + n * apart));
  const coarse = { ...camera, shutterLadder: rungs(-10, 3), writeSeconds: 0.4 };
  const sequence = { frames: 90, shutterSeconds: 1 / 64, periodSeconds: 20 };
  const lightEv = (seconds: number) => 6 - seconds / 260;
  const { recipe, problems } = parseRecipe(
    printRecipe({ ...EMPTY_RECIPE, sequence, iso: 100, rampStops: rampWith(lightEv, 90, 20, ANY_ROOM) }),
  );
  expect(problems).toEqual([]);
  const frames = plannedFrames(planCapture(recipe, coarse, SOME_TIME)!);
  const levels = frames.map(
    ({ deliveredSeconds, iso, opensSeconds }) =>
      lightEv(opensSeconds - frames[0]!.opensSeconds) + Math.log2(deliveredSeconds * iso),
  );
  for (const level of levels) expect(Math.abs(level - levels[0]!)).toBeLessThan(1 / 3 + 0.01);
  for (const { iso, nominalSeconds } of frames) {
    expect(camera.isoLadder).toContain(iso);
    expect(coarse.shutterLadder).toContain(nominalSeconds);
  }
  // It ends near where it can no longer go on by the shutter, and starts every frame in time.
  expect(frames.at(-1)!.opensSeconds - frames[0]!.opensSeconds).toBeCloseTo(89 * 20, 6);
});

test("no frame of a ramp takes longer than its interval leaves, so that none is late", () => {
  const rampStops = [5];
  const { recipe } = parseRecipe("60 x 1/8 every 3s | iso 50");
  const frames = plannedFrames(planCapture({ ...recipe, rampStops }, { ...camera, writeSeconds: 0.6 }, SOME_TIME)!);
  for (const { opensSeconds, index } of frames)
    expect(opensSeconds - frames[0]!.opensSeconds).toBeCloseTo(3 * index, 6);
});

test("a light that stays, and a single frame, need no ramp", () => {
  expect(rampWith(() => 4, 100, 10, ANY_ROOM)).toBeNull();
  expect(rampWith((seconds) => 4 - seconds / 10_000, 100, 10, ANY_ROOM)).toBeNull();
  expect(rampWith((seconds) => 4 - seconds, 1, 10, ANY_ROOM)).toBeNull();
});

test("an even change takes one place, and one that levels off several", () => {
  expect(rampWith((seconds) => 4 - seconds / 500, 101, 10, ANY_ROOM)).toEqual([2]);
  const levels = rampWith((seconds) => Math.max(0, 4 - seconds / 100), 101, 10, ANY_ROOM)!;
  expect(levels.length).toBeGreaterThan(1);
  expect(levels.at(-1)).toBe(4);
});

test("a ramp goes no further than the ladder and the interval leave room for, and stays there", () => {
  const plan = planCapture(parseRecipe("100 x 1s every 5s | iso 50").recipe, camera, SOME_TIME)!;
  const room = rampRoom(plan, camera.shutterLadder);
  // Within 5 s less the time to write, from 1 s on; and down to 1/12,000.
  expect(room.mostStops).toBeCloseTo(Math.log2(5 - camera.writeSeconds), 9);
  expect(room.leastStops).toBeCloseTo(-Math.log2(12_000), 9);
  const ramp = rampWith((seconds) => 4 - seconds / 100, 100, 5, room)!;
  expect(ramp.at(-1)).toBeCloseTo(room.mostStops, 1);
  const { shutters } = planCapture({ ...plan.recipe, rampStops: ramp }, camera, SOME_TIME)!;
  for (const { nominalSeconds } of shutters) expect(nominalSeconds + camera.writeSeconds).toBeLessThan(5.5);
});
