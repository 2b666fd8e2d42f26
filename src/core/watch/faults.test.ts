import { chosenCamera } from "../camera";
import { type CapturePlan, planCapture, plannedFrames } from "../capture";
import { AS_IT_SHOULD_BE, flawedFrame, HELD_STILL, type Hold } from "../flaws";
import { INTENT_IDS, type IntentId, isOfStars, usualScene } from "../intent";
import { parseRecipe } from "../recipe";
import { standInFor } from "../rehearse";
import { discKernel, type FrameFlaws, type Stage, setStage, simulateFrame, wayKernel } from "../scene";
import { measureFrame, type WatchedFrame, warningsOf } from ".";

const camera = chosenCamera({ phones: [], clipOns: [] }, null);
/** As large as the small pictures that a run is watched by. */
const WIDTH = 320;
/** Pixels of a small picture for each of the phone's own. */
const SMALL = WIDTH / camera.lens.widthPx;

const LINES: Record<IntentId, string> = {
  "light-trails": "8 x 1/2 every 2s | iso 50",
  "blurred-subject": "8 x 1/2 every 2s | iso 50",
  "smoothed-water": "8 x 1/2 every 2s | iso 100",
  "emptied-place": "8 x 1/4 every 3s | iso 50",
  "star-points": "8 x 10s | iso 1600",
  "star-arcs": "8 x 30s | iso 400",
  meteors: "8 x 13s | iso 1600",
  "light-drawing": "8 x 2s every 4s | iso 100",
  "still-view": "8 x 1/4 every 1s | iso 50",
  "frozen-action": "8 x 1/500 every 1s | iso 1600",
  sweep: "8 x 1/20 every 1s | iso 200",
  "glowing-background": "8 x 1/2 every 2s | iso 50",
  "moving-picture": "8 x 1/50 every 1/2 | iso 200",
};

const stages = new Map<IntentId, Stage>();
function stageOf(intent: IntentId): Stage {
  const known = stages.get(intent);
  if (known) return known;
  const water = intent === "smoothed-water" ? { water: "swell" as const } : {};
  const scene = standInFor(intent, { ...usualScene(intent), ...water }, null, camera.lens);
  const stage = setStage(scene, camera.lens, WIDTH);
  stages.set(intent, stage);
  return stage;
}

interface Fault {
  readonly flaws?: FrameFlaws;
  readonly plan?: Partial<CapturePlan>;
}

/** What a run of an intent's line is warned of when something happens to its frames. */
function warnedOf(
  intent: IntentId,
  fault: (index: number) => Fault = () => ({}),
  { settings = AS_IT_SHOULD_BE, hold = HELD_STILL }: { settings?: typeof AS_IT_SHOULD_BE; hold?: Hold } = {},
): string[] {
  const stage = stageOf(intent);
  const line = `${LINES[intent]} | wb 3800K | delay 2s`;
  const plan = planCapture(parseRecipe(line).recipe, camera, { pressedAtMs: 0, sensorCelsius: 10, seed: 5 })!;
  const planned = plannedFrames(plan);
  const frames = planned.map((frame): WatchedFrame => {
    const made = flawedFrame(plan, frame, settings, hold, camera.isoLadder, stage.view.pitchUm);
    const { flaws = made.flaws, plan: other } = fault(frame.index);
    const { width, height, data } = simulateFrame(stage, { ...made.plan, ...other }, made.frame, flaws);
    return {
      index: frame.index,
      takenAtMs: 1000 * frame.opensSeconds,
      shutterSeconds: frame.nominalSeconds,
      bytes: 5e6,
      measure: measureFrame({ width, height, samples: data }),
    };
  });
  return warningsOf({
    plan,
    planned,
    frames,
    widthPx: camera.lens.widthPx,
    shutterLadder: camera.shutterLadder,
    mostGapSeconds: null,
    phone: null,
    air: null,
    lightAhead: null,
    ofStars: isOfStars(intent),
  }).map(({ id }) => id);
}

const only = (index: number, fault: Fault) => (at: number) => (at === index ? fault : {});
const from = (index: number, fault: Fault) => (at: number) => (at >= index ? fault : {});
/** Moved by so many of the phone's own pixels. */
const moved = (right: number, down: number): Fault => {
  const kernel = wayKernel([{ x: right * SMALL, y: down * SMALL }]);
  return kernel ? { flaws: { kernels: [kernel], flashLuxSeconds: 0 } } : {};
};
/** Out of focus by a disc of so many of the phone's own pixels. */
const blurred = (px: number): Fault => ({ flaws: { kernels: [discKernel(px * SMALL)!], flashLuxSeconds: 0 } });
const dimmed = (share: number): Fault => ({ plan: { transmission: share } });
/** As strong as that of a camera with a flash of its own, a step away. */
const flashed: Fault = { flaws: { kernels: [], flashLuxSeconds: 600 } };
/** Discs of a focus that comes to lie anywhere, pixels; smaller ones than these do not show in a small picture. */
const HUNTS = [0, 70, 0, 90, 60, 0, 80, 0];
const SWAYS = [0, 40, -35, 50, -45, 30, -40, 45];

/** Twenty things that go wrong, and which warning is theirs. */
const FAULTS: readonly (readonly [what: string, intent: IntentId, warning: RegExp, ids: () => string[]])[] = [
  ["a stand that gives way", "still-view", /shift/, () => warnedOf("still-view", from(4, moved(40, 10)))],
  ["the same among cars", "light-trails", /shift/, () => warnedOf("light-trails", from(4, moved(-60, 20)))],
  ["the same before water", "smoothed-water", /shift/, () => warnedOf("smoothed-water", from(4, moved(50, 0)))],
  ["the same on a square", "emptied-place", /shift/, () => warnedOf("emptied-place", from(3, moved(0, 45)))],
  ["one bump", "still-view", /bump/, () => warnedOf("still-view", only(3, moved(50, 20)))],
  ["one bump before water", "smoothed-water", /bump/, () => warnedOf("smoothed-water", only(4, moved(-50, 20)))],
  ["one dark frame", "still-view", /dark-frame/, () => warnedOf("still-view", only(3, dimmed(0.3)))],
  ["one dark frame of a film", "moving-picture", /dark-frame/, () => warnedOf("moving-picture", only(5, dimmed(0.2)))],
  ["a hand before the lens", "emptied-place", /dark-frame/, () => warnedOf("emptied-place", only(2, dimmed(0.02)))],
  ["one frame with a flash", "glowing-background", /bright/, () => warnedOf("glowing-background", only(4, flashed))],
  ["a car that lights all", "still-view", /bright/, () => warnedOf("still-view", only(5, dimmed(2.5)))],
  ["sway in wind", "still-view", /sway/, () => warnedOf("still-view", (at) => moved(SWAYS[at]!, 0))],
  ["sway before water", "smoothed-water", /sway/, () => warnedOf("smoothed-water", (at) => moved(0, SWAYS[at]!))],
  ["sway of a skate yard", "frozen-action", /sway/, () => warnedOf("frozen-action", (at) => moved(SWAYS[at]!, 10))],
  ["one soft frame", "still-view", /soft-frame/, () => warnedOf("still-view", only(3, blurred(70)))],
  [
    "focus that hunts",
    "still-view",
    /focus/,
    () => warnedOf("still-view", (at) => (HUNTS[at] ? blurred(HUNTS[at]) : {})),
  ],
  ["focus that drifts off", "blurred-subject", /focus/, () => warnedOf("blurred-subject", from(4, blurred(60)))],
  [
    "colour that nobody locked",
    "emptied-place",
    /colour/,
    () => warnedOf("emptied-place", undefined, { settings: { ...AS_IT_SHOULD_BE, whiteBalanceLocked: false } }),
  ],
  ["light that falls", "light-trails", /brightness/, () => warnedOf("light-trails", (at) => dimmed(2 ** (-at / 8)))],
  ["light that rises", "still-view", /brightness/, () => warnedOf("still-view", (at) => dimmed(2 ** (at / 8)))],
];

describe("twenty faults are seen", () => {
  it.each(FAULTS)("%s, of %s", (_, __, warning, ids) => {
    expect(ids().join(" ")).toMatch(warning);
  });
});

describe("a clean run is left alone", () => {
  it.each(INTENT_IDS)("%s", (intent) => {
    expect(warnedOf(intent)).toEqual([]);
  });
});
