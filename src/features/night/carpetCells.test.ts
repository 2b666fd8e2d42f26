import { interpolateRgb, scaleLinear } from "d3";
import { NIGHT_SLOTS, type ScoredNight } from "@/core/night";
import { THEMES } from "@/ui/theme/themes";
import { bestNights, carpetCells, crossings, shownSteps } from "./carpetCells";

const { sky, onSky } = THEMES.dusk;
const colour = scaleLinear<string>()
  .domain(sky.map(([altitude]) => altitude))
  .range(sky.map(([, named]) => named))
  .interpolate(interpolateRgb)
  .clamp(true);

/** A night that is dark from one step to another, with a score all through and the moon up from one on. */
function night(date: string, dark: readonly [number, number], score: number, moonFrom = NIGHT_SLOTS): ScoredNight {
  const steps = Array.from({ length: NIGHT_SLOTS }, (_, step) => step);
  const isDark = (step: number) => step >= dark[0] && step <= dark[1];
  return {
    date,
    score,
    beginMs: 0,
    endMs: 0,
    moonIlluminatedFraction: 0.5,
    hours: {
      beginMs: 0,
      sunDeg: Float32Array.from(steps, (step) => (isDark(step) ? -20 : 10)),
      score: Uint8Array.from(steps, (step) => (isDark(step) ? score : 0)),
      moonUp: Uint8Array.from(steps, (step) => (step >= moonFrom ? 1 : 0)),
      coreUp: new Uint8Array(NIGHT_SLOTS),
    },
  };
}

describe("the carpet of a year", () => {
  const nights = [night("2026-01-01", [20, 50], 0), night("2026-01-02", [25, 55], 80, 30)];

  it("goes from the first dusk to the last dawn, mornings up, nothing by day, and is the brighter the better the score", () => {
    const steps = shownSteps(nights)!;
    expect(steps).toEqual([20, 55]);
    expect(shownSteps([])).toBeNull();
    const { width, height, data } = carpetCells(nights, steps, colour, onSky);
    expect([width, height]).toEqual([2, 36]);
    const cell = (column: number, step: number) => [...data.subarray(4 * ((55 - step) * 2 + column)).slice(0, 4)];
    expect([cell(0, 55)[3], cell(1, 20)[3], cell(0, 20)[3], cell(1, 55)[3]]).toEqual([0, 0, 255, 255]);
    const [dull, good] = [cell(0, 30), cell(1, 30)];
    for (const channel of [0, 1, 2]) expect(good[channel]!).toBeGreaterThan(dull[channel]! + 60);
    // Where nothing is to be had the night's own colour stands.
    expect(dull.slice(0, 3).join()).toBe(colour(-20).match(/\d+/g)!.join());
  });

  it("knows where the moon rises in the dark, and no rising by day", () => {
    expect(crossings(nights, "moonUp")).toEqual([{ night: 1, step: 30 }]);
    expect(crossings([night("2026-01-01", [20, 50], 0, 10)], "moonUp")).toEqual([]);
  });

  it("names the best nights a season apart, and none that is good for nothing", () => {
    const scores = Array.from({ length: 60 }, (_, day) => (day === 10 ? 90 : day === 11 ? 89 : day === 40 ? 50 : 0));
    const year = scores.map((score, day) => night(`day ${day}`, [20, 50], score));
    expect(bestNights(year, 3)).toEqual([10, 40]);
  });
});
