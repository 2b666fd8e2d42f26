import { chosenCamera, GENERIC_PHONE } from "../camera";
import { parseRecipe } from "../recipe";
import {
  AUTOMATIC_KELVIN,
  type CaptureCamera,
  framesOnBattery,
  openSpanSeconds,
  periodAfter,
  planCapture,
  plannedFrames,
  runCost,
  runSeconds,
  SOME_TIME,
} from ".";

const phone: CaptureCamera = { ...chosenCamera({ phones: [], clipOns: [] }, null), shutterLagSeconds: 0 };
const plan = (line: string, part: Partial<CaptureCamera> = {}) =>
  planCapture(parseRecipe(line).recipe, { ...phone, ...part }, SOME_TIME)!;
const times = (line: string, part: Partial<CaptureCamera> = {}) =>
  plannedFrames(plan(line, part)).map(({ opensSeconds, closesSeconds }) => [opensSeconds, closesSeconds]);

describe("the frames of a plan", () => {
  it("open a period apart, after the delay and the phone's lag", () => {
    const line = "3 x 2s every 2.5s | delay 2s";
    expect(times(line, { writeSeconds: 0.2 })).toEqual([
      [2, 4],
      [4.5, 6.5],
      [7, 9],
    ]);
    expect(runSeconds(plan(line, { writeSeconds: 0.2, shutterLagSeconds: 0.12 }))).toBeCloseTo(9.12, 12);
  });

  it("come later where the phone cannot hold the period", () => {
    expect(periodAfter(plan("3 x 2s every 2.5s", { writeSeconds: 1 }))).toBe(3);
    expect(openSpanSeconds(plan("3 x 2s", { writeSeconds: 1 }))).toBe(8);
  });

  it("last as long as the phone keeps the shutter open: 29.2 s where it says 30", () => {
    const [frame] = plannedFrames(plan("4 x 30s"));
    expect(frame).toMatchObject({ nominalSeconds: 30, deliveredSeconds: 29.2 });
    expect(periodAfter(plan("4 x 30s"))).toBeCloseTo(29.55, 12);
  });

  it("of a bracket stand on the phone's own rungs, each opening when the one before is written", () => {
    const frames = plannedFrames(plan("3 x 0.4s | bracket 2 stops -> fuse", { writeSeconds: 0.5 }));
    expect(frames.map(({ nominalSeconds }) => nominalSeconds)).toEqual([1 / 10, 0.4, 1.6]);
    expect(frames.map(({ opensSeconds }) => opensSeconds)).toEqual([0, 0.6, 1.5].map((s) => expect.closeTo(s, 12)));
    for (const { nominalSeconds } of plannedFrames(plan("5 x 0.3s | bracket 2 stops")))
      expect(GENERIC_PHONE.profile.shutterLadder).toContain(nominalSeconds);
  });

  it("have noise of their own, and the same again for the same seed", () => {
    const seeds = (seed: number) =>
      plannedFrames(planCapture(parseRecipe("8 x 1s").recipe, phone, { ...SOME_TIME, seed })!).map((f) => f.frameSeed);
    expect(new Set(seeds(1)).size).toBe(8);
    expect(seeds(1)).toEqual(seeds(1));
    expect(seeds(1)).not.toEqual(seeds(2));
  });

  it("are none without a shutter time", () => {
    expect(planCapture(parseRecipe("iso 50").recipe, phone, SOME_TIME)).toBeNull();
  });
});

describe("what a line leaves out", () => {
  it("is settled in one way: the lowest ISO, the phone's own balance, JPEG", () => {
    expect(plan("1s")).toMatchObject({ iso: 50, kelvin: AUTOMATIC_KELVIN, files: "jpeg", delaySeconds: 0 });
    expect(plan("1s | wb raw").kelvin).toBe(AUTOMATIC_KELVIN);
    expect(plan("1s | iso 400 | wb 2700K | raw+jpeg")).toMatchObject({ iso: 400, kelvin: 2700, files: "raw+jpeg" });
  });

  it("is a sensor of its own for each phone and each lens", () => {
    const seed = (name: string) => plan("1s", { phone: name }).sensorSeed;
    expect(seed("Pocket A")).not.toBe(seed("Pocket B"));
    expect(plan("1s", { lens: { ...phone.lens, name: "tele" } }).sensorSeed).not.toBe(seed("Pocket A"));
    expect(seed("Pocket A")).toBe(seed("Pocket A"));
  });

  it("passes through every filter and the clip-on", () => {
    expect(plan("1s | nd 8 + 2 stops", { lossStops: 0.3 }).transmission).toBeCloseTo(2 ** -5.3, 12);
  });
});

describe("what a run takes", () => {
  it("grows with frames, files, pixels and time", () => {
    const cost = (line: string, part: Partial<CaptureCamera> = {}) =>
      runCost(plan(line, { writeSeconds: 0.5, ...part }));
    expect(cost("10 x 1s | jpeg").megabytes).toBe(50);
    expect(cost("10 x 1s | raw+jpeg").megabytes).toBe(290);
    expect(cost("10 x 1s").seconds).toBeCloseTo(14.5, 10);
    expect(cost("20 x 1s").batteryPercent).toBeGreaterThan(2 * cost("10 x 1s").batteryPercent - 0.001);
    const full = { ...phone.lens, widthPx: 8160, heightPx: 6120 };
    expect(cost("10 x 1s", { lens: full }).megabytes).toBe(200);
    expect(runCost(null)).toEqual({ seconds: 0, megabytes: 0, batteryPercent: 0 });
  });

  it("fits into a battery up to just the frames that it carries", () => {
    const onBattery = framesOnBattery(20, 10.35, 2, {});
    const used = (count: number) =>
      runCost(plan(`${count} x 10s every 10.35s | delay 2s`, { writeSeconds: 0 })).batteryPercent;
    expect(used(onBattery)).toBeLessThanOrEqual(20);
    expect(used(onBattery + 1)).toBeGreaterThan(20);
    // One that takes twice as much, as its owner has found, carries half as many.
    expect(framesOnBattery(20, 10.35, 2, { "battery-hour": 28, "battery-frame": 0.04 }) / onBattery).toBeCloseTo(
      0.5,
      2,
    );
    expect(framesOnBattery(0, 1, 10, {})).toBe(0);
  });
});
