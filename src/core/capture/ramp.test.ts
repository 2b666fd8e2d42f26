import { chosenCamera } from "../camera";
import { NO_OVERRIDES, planNight } from "../night";
import { EMPTY_RECIPE, parseRecipe, printRecipe } from "../recipe";
import { sunEvents } from "../sky";
import { planCapture, rampWith, SOME_TIME } from ".";

const camera = chosenCamera({ phones: [], clipOns: [] }, null);
const site = (latitudeDeg: number) => ({
  ...{ latitudeDeg, longitudeDeg: -3.42, zone: "UTC", darkSkyMagPerArcsec2: 19.8, lampEv: 3.5 },
  ...{
    road: "main" as const,
    tidal: true,
    coreAltitudeDeg: 10,
    horizon: [],
    weatherRows: [],
    tideRows: [],
    trafficRows: [],
  },
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
    const begins = sense > 0 ? sunset!.getTime() : sunrise!.getTime() - 40 * 60_000;
    const lightEv = (seconds: number) => plan.momentAt(begins + 1000 * seconds).skyEv;
    const [frames, period] = [120, 20];
    const rampStops = rampWith(lightEv, frames, period)!;
    // 40 minutes of dusk are several stops.
    expect(sense * rampStops.at(-1)!).toBeGreaterThan(3);
    const sequence = { frames, shutterSeconds: sense > 0 ? 1 / 60 : 4, periodSeconds: period };
    const { recipe, problems } = parseRecipe(printRecipe({ ...EMPTY_RECIPE, sequence, rampStops }));
    expect(problems).toEqual([]);
    const { shutters } = planCapture(recipe, camera, SOME_TIME)!;
    expect(shutters).toHaveLength(frames);
    const levels = shutters.map(({ nominalSeconds }, index) => lightEv(index * period) + Math.log2(nominalSeconds));
    for (const [index, level] of levels.entries()) {
      expect(Math.abs(level - levels[0]!)).toBeLessThan(1 / 3 + 0.01);
      if (index > 0)
        expect(Math.abs(Math.log2(shutters[index]!.nominalSeconds / shutters[index - 1]!.nominalSeconds))).toBeLessThan(
          0.45,
        );
    }
  },
);

test("a light that stays, and a single frame, need no ramp", () => {
  expect(rampWith(() => 4, 100, 10)).toBeNull();
  expect(rampWith((seconds) => 4 - seconds / 10_000, 100, 10)).toBeNull();
  expect(rampWith((seconds) => 4 - seconds, 1, 10)).toBeNull();
});

test("an even change takes one place, and one that levels off several", () => {
  expect(rampWith((seconds) => 4 - seconds / 500, 101, 10)).toEqual([2]);
  const levels = rampWith((seconds) => Math.max(0, 4 - seconds / 100), 101, 10)!;
  expect(levels.length).toBeGreaterThan(1);
  expect(levels.at(-1)).toBe(4);
});
