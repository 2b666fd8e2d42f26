import { chosenCamera } from "../camera";
import { planCapture, plannedFrames } from "../capture";
import { usualScene } from "../intent";
import { shakeScale, touchBlurPx, usualSupport, windBlurPx } from "../motion";
import { blurDiscMm, GENERIC_MAIN_LENS, GENERIC_TELE_LENS, GENERIC_ULTRA_WIDE_LENS } from "../optics";
import { outlookOf } from "../outlook";
import { exposureErrors } from "../picture";
import { parseRecipe } from "../recipe";
import { partOf, type Stage, sceneNamed, setPart, simulateFrame, viewOf } from "../scene";
import { AS_IT_SHOULD_BE, flawedFrame, HELD_STILL, huntedFocusMetres, shakeWay, wanderedKelvin } from ".";

const camera = chosenCamera({ phones: [], clipOns: [] }, null);
const planOf = (line: string) =>
  planCapture(parseRecipe(line).recipe, camera, { pressedAtMs: 0, sensorCelsius: 15, seed: 5 })!;

const rms = (way: ReturnType<typeof shakeWay>): number =>
  Math.sqrt(way.reduce((sum, { x, y }) => sum + x * x + y * y, 0) / way.length);
const seeds = Array.from({ length: 40 }, (_, seed) => seed);
const meanRms = (one: (seed: number) => number): number =>
  Math.sqrt(seeds.reduce((sum, seed) => sum + one(seed) ** 2, 0) / seeds.length);

describe("a shaken phone", () => {
  it("rings after a touch as much as Expose says, on every support and after every delay", () => {
    for (const support of ["tripod", "stand", "stick"] as const)
      for (const opens of [0.12, 0.5, 2.12])
        for (const seconds of [1, 4]) {
          const hold = { ...HELD_STILL, support: usualSupport(support), isTouched: true };
          const promised = touchBlurPx(hold.support, opens, seconds);
          const found = rms(shakeWay(hold, opens, seconds, 3));
          // A quarter of a sway more or less of ringing is what the formula's mean square passes over.
          expect(found / promised).toBeGreaterThan(0.75);
          expect(found / promised).toBeLessThan(1.3);
        }
  });

  it("sways in gusts as much as Expose says, and lies still in a calm that nobody touches", () => {
    for (const support of [usualSupport("tripod"), usualSupport("stick")]) {
      const found = meanRms((seed) => rms(shakeWay({ ...HELD_STILL, support, gustMps: 8 }, 2, 10, seed)));
      expect(found / windBlurPx(support, 8)).toBeGreaterThan(0.9);
      expect(found / windBlurPx(support, 8)).toBeLessThan(1.1);
    }
    expect(rms(shakeWay(HELD_STILL, 0, 4, 1))).toBe(0);
  });

  it.each([
    ["12 x 1/30 every 1s | iso 800 -> mean", GENERIC_MAIN_LENS],
    ["12 x 1/30 every 1s | iso 800 -> lighten", GENERIC_TELE_LENS],
    ["1 x 1/30 | iso 800", GENERIC_TELE_LENS],
    ["1 x 4s | iso 50", GENERIC_ULTRA_WIDE_LENS],
  ] as const)("sways over all of the frames that %s lays over each other as much as is promised", (line, lens) => {
    const own = { ...camera, lens };
    const { recipe } = parseRecipe(line);
    for (const support of ["tripod", "stand", "stick"] as const) {
      const facts = { ...usualScene("still-view"), support, gustMps: 7, release: "remote" as const };
      const plan = planCapture(recipe, own, { pressedAtMs: 0, sensorCelsius: 15, seed: 5 })!;
      const promised = outlookOf(plan, facts).softness.gustPx;
      const hold = { ...HELD_STILL, support: usualSupport(support), gustMps: 7 };
      const found = meanRms((seed) => {
        const ways = plannedFrames(plan).flatMap(({ opensSeconds, deliveredSeconds }) =>
          shakeWay(hold, opensSeconds, deliveredSeconds, seed),
        );
        // About where the picture lies on the whole: what all frames share is no blur.
        const [mx, my] = [
          ways.reduce((a, { x }) => a + x, 0) / ways.length,
          ways.reduce((a, { y }) => a + y, 0) / ways.length,
        ];
        return rms(ways.map(({ x, y }) => ({ x: x - mx, y: y - my })));
      });
      expect(Math.abs((found * shakeScale(lens)) / promised - 1)).toBeLessThan(0.2);
    }
  });

  it("goes by a person's own support", () => {
    const stick = usualSupport("stick");
    const hold = { ...HELD_STILL, support: stick, isTouched: true, gustMps: 9 };
    const own = { ...stick, settleSeconds: 0.1, gustPxPerMps: 0 };
    expect(rms(shakeWay({ ...hold, support: own }, 1, 1, 1))).toBeLessThan(0.02);
    expect(rms(shakeWay(hold, 1, 1, 1))).toBeGreaterThan(stick.gustPxPerMps);
  });
});

describe("what is left to the phone", () => {
  it("hunts for focus near by, whose discs are as large as the lens makes them", () => {
    const plan = planOf("9 x 1s | iso 50");
    const frames = plannedFrames(plan);
    const settings = { ...AS_IT_SHOULD_BE, focusLocked: false };
    const { fNumber, focalLengthMm, pitchUm } = plan.lens;
    for (const frame of frames) {
      const metres = huntedFocusMetres(5, frame.index);
      expect(metres).toBeGreaterThan(0.3);
      const lens = { focalLengthMm, fNumber, circleOfConfusionMm: pitchUm / 1000 };
      const disc = (1000 * blurDiscMm(lens, metres, Number.POSITIVE_INFINITY)) / pitchUm;
      const { kernels } = flawedFrame(plan, frame, settings, HELD_STILL, camera.isoLadder, pitchUm).flaws;
      if (disc > 2) expect(Math.abs(2 * kernels[0]!.reach - disc)).toBeLessThan(2);
    }
    const all = frames.map(({ index }) => huntedFocusMetres(5, index));
    expect(Math.max(...all) / Math.min(...all)).toBeGreaterThan(2);
  });

  it("wanders with its white balance from frame to frame, and never far", () => {
    const kelvins = Array.from({ length: 60 }, (_, index) => wanderedKelvin(4000, 8, index));
    for (const [at, kelvin] of kelvins.slice(1).entries())
      expect(Math.abs(kelvin / kelvins[at]! - 1)).toBeLessThan(0.2);
    for (const kelvin of kelvins) expect(Math.abs(4000 / kelvin - 1)).toBeLessThanOrEqual(0.1501);
    expect(Math.max(...kelvins) - Math.min(...kelvins)).toBeGreaterThan(150);
  });

  it("takes a night mode's own frames: short, at an ISO that makes up for it, and says so", () => {
    const plan = planOf("1 x 2s | iso 50");
    const [frame] = plannedFrames(plan);
    const settings = { ...AS_IT_SHOULD_BE, nightMode: true };
    const taken = flawedFrame(plan, frame!, settings, HELD_STILL, camera.isoLadder, plan.lens.pitchUm);
    expect(taken.frame.nominalSeconds).toBe(0.3);
    expect(taken.frame.iso).toBe(320);
  });
});

describe("in the picture", () => {
  const scene = sceneNamed("quay-road")!;
  const view = partOf(viewOf(scene, camera.lens, 960), 380, 330, 160, 120);
  let stage: Stage;
  beforeAll(() => {
    stage = setPart(scene, camera.lens, view);
  });
  const taken = (settings: object, hold = HELD_STILL, line = "1 x 1/2s | iso 50 | delay 2s", index = 0) => {
    const plan = planOf(line);
    const frame = plannedFrames(plan)[index];
    const made = flawedFrame(plan, frame!, { ...AS_IT_SHOULD_BE, ...settings }, hold, camera.isoLadder, view.pitchUm);
    return simulateFrame(stage, made.plan, made.frame, made.flaws);
  };
  /** How much neighbours differ, as a mean over the picture. */
  const detail = ({ data, width }: { readonly data: Uint8Array; readonly width: number }) =>
    data.reduce((sum, value, at) => sum + (at % (3 * width) > 2 ? Math.abs(value - data[at - 3]!) : 0), 0) /
    data.length;
  const level = (frame: ReturnType<typeof taken>) => exposureErrors({ ...frame, samples: frame.data }).matrix;

  it("a finger blurs what a delay leaves sharp, and keeps its light", () => {
    const sharp = taken({});
    const delayed = taken({}, { ...HELD_STILL, isTouched: true });
    const touched = taken({}, { ...HELD_STILL, support: usualSupport("stick"), isTouched: true }, "1 x 1/2s | iso 50");
    expect(detail(delayed)).toBeGreaterThan(0.98 * detail(sharp));
    expect(detail(touched)).toBeLessThan(0.9 * detail(sharp));
    expect(Math.abs(level(touched) - level(sharp))).toBeLessThan(0.1);
  });

  it("a hunting focus blurs, a wandering white balance tints, and a flash lights what is near", () => {
    const sharp = taken({});
    const nearest = Array.from({ length: 9 }, (_, index) => index).reduce((best, index) =>
      huntedFocusMetres(5, index) < huntedFocusMetres(5, best) ? index : best,
    );
    const line = "9 x 1/2s | iso 50 | delay 2s";
    const hunted = taken({ focusLocked: false }, HELD_STILL, line, nearest);
    expect(detail(hunted)).toBeLessThan(0.9 * detail(taken({}, HELD_STILL, line, nearest)));
    const redOverBlue = ({ data }: { readonly data: Uint8Array }) => {
      const sum = (channel: number) => data.reduce((all, value, at) => all + (at % 3 === channel ? value : 0), 0);
      return sum(0) / sum(2);
    };
    expect(Math.abs(redOverBlue(taken({ whiteBalanceLocked: false })) / redOverBlue(sharp) - 1)).toBeGreaterThan(0.003);
    const dark = "1 x 1/60 | iso 50 | delay 2s";
    const half = ({ data }: { readonly data: Uint8Array }, from: number) =>
      data.subarray(from * data.length, (from + 0.5) * data.length).reduce((sum, value) => sum + value, 0);
    const [lit, unlit] = [taken({ flash: "auto" }, HELD_STILL, dark), taken({}, HELD_STILL, dark)];
    const [farther, nearer] = [0, 0.5].map((from) => half(lit, from) / half(unlit, from));
    expect(nearer).toBeGreaterThan(1.02);
    expect(nearer).toBeGreaterThan(farther!);
  });
});
