import { chosenCamera } from "../camera";
import { type CapturePlan, planCapture, plannedFrames } from "../capture";
import { AS_IT_SHOULD_BE, flawedFrame, HELD_STILL } from "../flaws";
import { parseRecipe } from "../recipe";
import { type FrameFlaws, sceneNamed, setStage, simulateFrame, wayKernel } from "../scene";
import { measureFrame, type WatchedFrame, type WatchedRun, warningsOf } from ".";

const camera = chosenCamera({ phones: [], clipOns: [] }, null);
const LINE = "8 x 1s every 2s | iso 50 | wb 3800K | delay 2s -> lighten";
const planOf = (line: string) =>
  planCapture(parseRecipe(line).recipe, camera, { pressedAtMs: 0, sensorCelsius: 15, seed: 5 })!;
const WIDTH = 200;
const quay = sceneNamed("quay-road")!;
// Dense evening traffic: headlamps in every other frame.
const busy = { ...quay, traffic: quay.traffic.map((each) => ({ ...each, headwaySeconds: 3 })) };
const stage = setStage(busy, camera.lens, WIDTH);

type Changed = (index: number, plan: CapturePlan) => { readonly plan?: CapturePlan; readonly flaws?: FrameFlaws };

/** Frames of a line as the stand-in takes them, measured; `changed` is what happens to some of them. */
function taken(line: string, changed: Changed = () => ({}), settings = AS_IT_SHOULD_BE): WatchedFrame[] {
  const plan = planOf(line);
  return plannedFrames(plan).map((frame) => {
    const made = flawedFrame(plan, frame, settings, HELD_STILL, camera.isoLadder, stage.view.pitchUm);
    const { plan: otherPlan = made.plan, flaws = made.flaws } = changed(frame.index, made.plan);
    const { width, height, data } = simulateFrame(stage, otherPlan, frame, flaws);
    return {
      index: frame.index,
      takenAtMs: 1000 * frame.opensSeconds,
      shutterSeconds: frame.nominalSeconds,
      bytes: 5e6,
      measure: measureFrame({ width, height, samples: data }),
    };
  });
}
const right = taken(LINE);

const watched = (part: Partial<WatchedRun> & { readonly line?: string } = {}): WatchedRun => {
  const { line = LINE, ...rest } = part;
  const plan = planOf(line);
  return {
    plan,
    planned: plannedFrames(plan),
    frames: right,
    widthPx: 4080,
    shutterLadder: camera.shutterLadder,
    mostGapSeconds: null,
    phone: null,
    air: null,
    lightAhead: null,
    ofStars: false,
    ...rest,
  };
};
const ids = (part: Parameters<typeof watched>[0] = {}) => warningsOf(watched(part)).map(({ id }) => id);

describe("a run that is watched", () => {
  it("says nothing of frames as they should be, though cars pass", () => {
    expect(ids()).toEqual([]);
    expect(ids({ frames: [] })).toEqual([]);
  });

  it("sees a white balance that nobody locked", () => {
    expect(ids({ frames: taken(LINE, undefined, { ...AS_IT_SHOULD_BE, whiteBalanceLocked: false }) })).toEqual([
      "colour",
    ]);
  });

  it("sees a stand that gives way", () => {
    // Three pixels of 200 are some sixty of the phone's own.
    const flaws = { kernels: [wayKernel([{ x: 3, y: 1 }])!], flashLuxSeconds: 0 };
    expect(ids({ frames: taken(LINE, (index) => (index > 3 ? { flaws } : {})) })).toEqual(["shift"]);
  });

  it("sees light that falls, and says by how many rungs to follow it", () => {
    const dimmer = taken(LINE, (index, plan) => ({ plan: { ...plan, transmission: 2 ** (-index / 8) } }));
    const [warning, ...others] = warningsOf(watched({ frames: dimmer }));
    expect(others).toEqual([]);
    expect(warning).toMatchObject({ id: "brightness", says: expect.stringMatching(/0\.[5-8] stops darker/) });
    expect(warning!.does.replace(/\s/g, " ")).toBe("2 rungs longer: 1.6 s.");
  });

  it("sees white that grows", () => {
    const brighter = taken(LINE, (index, plan) => ({ plan: { ...plan, transmission: index > 3 ? 8 : 1 } }));
    expect(ids({ frames: brighter })).toEqual(expect.arrayContaining(["clipping", "brightness"]));
  });

  it("does not take a ramp for a change, and one without a ramp for none", () => {
    const line = "8 x 1/2 every 2s | ramp +1 stops | iso 50 | wb 3800K -> lighten";
    const following = taken(line, (index, plan) => ({ plan: { ...plan, transmission: 2 ** (-index / 7) } }));
    expect(ids({ line, frames: following })).toEqual([]);
    expect(ids({ line, frames: following, lightAhead: -1 })).toEqual([]);
    const bracket = "7 x 1/4 | bracket 1 stops | iso 50 -> fuse";
    expect(ids({ line: bracket, frames: taken(bracket) })).not.toContain("brightness");
  });
});

describe("what is to come", () => {
  const first = right.slice(0, 2);
  it("is counted against the battery and the room", () => {
    const line = LINE.replace("8 x", "4000 x");
    const phone = { batteryPercent: 30, freeBytes: 1e12 };
    const [warning] = warningsOf(watched({ line, frames: first, phone }));
    // 4,000 frames of 2 s take 111 %, in the cold half as much again: 25 % are good for some 600.
    expect(warning?.id).toBe("battery");
    expect(Number(/about (\d+) of/.exec(warning!.says)![1])).toBeGreaterThan(500);
    expect(Number(/about (\d+) of/.exec(warning!.says)![1])).toBeLessThan(700);
    expect(ids({ line, frames: first, phone: { batteryPercent: 100, freeBytes: 5e9 } })).toContain("storage");
    expect(ids({ frames: first, phone: { batteryPercent: 30, freeBytes: 5e9 } })).toEqual([]);
  });

  it("is twilight that runs away, with the rungs, and dew", () => {
    const [twilight] = warningsOf(watched({ frames: first, lightAhead: -1.4 }));
    expect(twilight!.says).toBe("The light falls by 1.4 stops until the last frame.");
    expect(twilight!.does.replace(/\s/g, " ")).toContain("4 rungs longer: 2.5 s.");
    expect(ids({ frames: first, lightAhead: 0.2 })).toEqual([]);
    expect(ids({ air: { temperatureC: 4, dewPointC: 3 } })).toEqual(["dew"]);
    expect(ids({ air: { temperatureC: 14, dewPointC: 3 } })).toEqual([]);
  });
});

describe("what went wrong", () => {
  it("is a frame that did not come", () => {
    expect(warningsOf(watched({ frames: right.filter(({ index }) => index !== 2) }))[0]?.says).toBe(
      "Frame 3 did not come.",
    );
  });

  it("is a phone that is slower than the line, or leaves gaps that show", () => {
    const slower = right.map((frame, at) => ({ ...frame, takenAtMs: 2600 * at }));
    const [late] = warningsOf(watched({ frames: slower }));
    expect(late!.says.replace(/\s/g, " ")).toBe("The phone needs 2.6 s from start to start, not 2 s.");
    expect(ids({ mostGapSeconds: 0.5 })).toEqual(["gap"]);
    expect(ids({ mostGapSeconds: 1.2 })).toEqual([]);
  });

  it("is a night mode that takes its own times", () => {
    const [own] = warningsOf(watched({ frames: right.map((frame) => ({ ...frame, shutterSeconds: 0.3 })) }));
    expect(own!.says.replace(/\s/g, " ")).toBe("The phone takes 0.3 s, the line says 1 s.");
  });
});
