import { chosenCamera } from "../camera";
import { parseRecipe } from "../recipe";
import { darkCurrent } from "../sensor";
import { planCapture, plannedFrames, warmedBy } from ".";

const camera = chosenCamera({ phones: [], clipOns: [] }, null);
const planOf = (line: string) =>
  planCapture(parseRecipe(line).recipe, camera, { pressedAtMs: 0, sensorCelsius: 12, seed: 1 })!;

describe("a sensor", () => {
  it("warms as it works and cools as it rests, towards a limit", () => {
    const working = [60, 600, 6000].map((seconds) => warmedBy(0, seconds, 1));
    expect(working[0]).toBeGreaterThan(1);
    expect(working[2]).toBeCloseTo(12, 1);
    expect(working).toEqual([...working].sort((one, other) => one - other));
    expect(warmedBy(12, 400, 0)).toBeCloseTo(12 / Math.E, 6);
    expect(warmedBy(0, 6000, 0.5)).toBeCloseTo(6, 2);
    // In two steps as in one.
    expect(warmedBy(warmedBy(3, 50, 0.7), 150, 0.7)).toBeCloseTo(warmedBy(3, 200, 0.7), 9);
  });

  it("is as warm in a plan's frames as the run has made it, and its promised dark current is that of all of them", () => {
    for (const line of [
      "30s | iso 800",
      "8 x 30s every 31s | iso 800 -> mean",
      "300 x 10s every 20s | iso 800 -> lighten",
    ]) {
      const plan = planOf(line);
      const frames = plannedFrames(plan);
      expect(frames[0]!.sensorCelsius).toBe(12);
      const period = frames.length > 1 ? frames[1]!.opensSeconds - frames[0]!.opensSeconds : 0;
      const duty = frames.length > 1 ? frames[0]!.deliveredSeconds / period : 0;
      const [dark, warmest] = frames.reduce(
        ([sum, warmth], { sensorCelsius }, index) => {
          expect(sensorCelsius).toBeCloseTo(12 + warmth, 9);
          return [
            sum + darkCurrent(plan.lens, 12 + warmth),
            index + 1 < frames.length ? warmedBy(warmth, period, duty) : warmth,
          ];
        },
        [0, 0] as [number, number],
      );
      expect(warmest).toBeLessThanOrEqual(12);
      expect(darkCurrent(plan.lens, plan.darkCelsius) / (dark / frames.length)).toBeCloseTo(1, 2);
    }
  });
});
