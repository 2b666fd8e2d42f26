import { chosenCamera } from "../camera";
import { type CapturePlan, planCapture, plannedFrames } from "../capture";
import { usualScene } from "../intent";
import { memorySeconds, starTrailPx, waterContrast } from "../motion";
import { outlookOf } from "../outlook";
import { decodeSrgb } from "../picture";
import { parseRecipe } from "../recipe";
import { sceneNamed, setStage, simulateFrame } from "../scene";
import { CLIPPED_CODE, type OwnFrame, type OwnMarks, ownStage, unknownPixels } from ".";

const camera = chosenCamera({ phones: [], clipOns: [] }, null);
const WIDTH = 100;
const stage = setStage({ ...sceneNamed("clock-facade")!, traffic: [] }, camera.lens, WIDTH);
const planOf = (line: string) =>
  planCapture(parseRecipe(line).recipe, camera, { pressedAtMs: 0, sensorCelsius: 15, seed: 7 })!;
const taken = (plan: CapturePlan, own = stage) => simulateFrame(own, plan, plannedFrames(plan)[0]!).data;
const facts = { ...usualScene("still-view") };
const NOTHING: OwnMarks = { paths: [], regions: [], distanceM: 20, lampIntensityCd: null, aim: null };
const { height } = stage.view;

function frameBy(line: string, data?: Uint8Array): OwnFrame {
  const plan = planOf(line);
  return {
    width: WIDTH,
    height,
    data: data ?? taken(plan),
    shutterSeconds: plan.shutters[0].deliveredSeconds,
    iso: plan.iso,
    fNumber: plan.lens.fNumber,
    filterStops: -Math.log2(plan.transmission),
    kelvin: plan.kelvin,
  };
}
const again = (frame: OwnFrame, line: string, marks = NOTHING) => {
  const plan = planOf(line);
  return taken(plan, ownStage(frame, camera.lens, plan, outlookOf(plan, facts), marks, {}));
};
const light = (code: number) => decodeSrgb(code / 255);

describe("a person's own picture", () => {
  const TEST_LINE = "1/4 | iso 100 | wb 4000K";
  const own = frameBy(TEST_LINE);

  it.each([
    "1/8 | iso 100 | wb 4000K",
    "1/2 | iso 50 | wb 4000K",
    "1/4 | iso 50 | wb 2900K",
    "1s | iso 100 | 3 stops | wb 5200K",
  ])("by %s comes out as the place itself would have", (line) => {
    const [shown, truth] = [again(own, line), taken(planOf(line))];
    let [apart, count] = [0, 0];
    for (let i = 0; i < truth.length; i++) {
      // What either of them does not hold cannot be compared.
      if (own.data[i]! >= CLIPPED_CODE || own.data[i]! < 12 || truth[i]! > 245 || truth[i]! < 12) continue;
      apart += Math.abs(Math.log2(light(shown[i]!) / light(truth[i]!)));
      count++;
    }
    expect(count).toBeGreaterThan(0.2 * truth.length);
    expect(apart / count).toBeLessThan(0.12);
  });

  it("does not know what was clipped, and says how much of it", () => {
    const white = frameBy("8s | iso 100");
    const unknown = (frame: OwnFrame) => unknownPixels(frame).filter((pixel) => pixel === 1).length;
    expect(unknown(white)).toBeGreaterThan(unknown(own));
    expect(unknown(own)).toBeGreaterThan(0);
    // Taken again a stop darker it is at least so bright, and no brighter.
    const dark = again(white, "4s | iso 100");
    const clipped = [...white.data.keys()].filter((i) => white.data[i]! === 255);
    expect(clipped.length).toBeGreaterThan(100);
    expect(Math.max(...clipped.slice(0, 500).map((i) => light(dark[i]!)))).toBeLessThan(0.62);
  });

  it("has the noise of the other settings", () => {
    // An even grey, taken without noise to speak of.
    const grey = frameBy("1/4 | iso 50 | wb 4000K", new Uint8Array(3 * WIDTH * height).fill(90));
    const spread = (data: Uint8Array) => {
      const greens = Array.from(
        data.filter((_, i) => i % 3 === 1),
        light,
      );
      const mean = greens.reduce((sum, value) => sum + value, 0) / greens.length;
      return Math.sqrt(greens.reduce((sum, value) => sum + (value - mean) ** 2, 0) / greens.length) / mean;
    };
    const lens = { ...camera.lens, widthPx: 200, heightPx: 150 };
    const noisy = (line: string) => {
      const plan = { ...planOf(line), lens };
      return spread(taken(plan, ownStage(grey, lens, plan, outlookOf(plan, facts), NOTHING, {})));
    };
    // Two stops less light: twice the relative shot noise.
    expect(noisy("1/60 | iso 800 | wb 4000K") / noisy("1/15 | iso 200 | wb 4000K")).toBeGreaterThan(1.7);
    expect(noisy("1/60 | iso 800 | wb 4000K") / noisy("1/15 | iso 200 | wb 4000K")).toBeLessThan(2.4);
  });
});

describe("what is drawn on a picture", () => {
  const whole = [
    [0, 0],
    [1, 0],
    [1, 1],
    [0, 1],
  ] as const;
  const data = new Uint8Array(3 * WIDTH * height);
  for (let i = 0; i < data.length; i++) data[i] = 60 + ((((i / 3) | 0) * 7919) % 41);
  const rippled = frameBy("1/30 | iso 400 | wb 4000K", data);
  const contrast = (pixels: Uint8Array) => {
    const greens = Array.from(
      pixels.filter((_, i) => i % 3 === 1),
      light,
    );
    const mean = greens.reduce((sum, value) => sum + value, 0) / greens.length;
    return Math.sqrt(greens.reduce((sum, value) => sum + (value - mean) ** 2, 0) / greens.length) / mean;
  };

  it.each([0.5, 2])("smooths a region's water over %d s as the law says", (seconds) => {
    const tauSeconds = memorySeconds("swell", {});
    const line = `${seconds}s | iso 50 | ${(Math.log2(seconds * 30) - 3).toFixed(2)} stops | wb 4000K`;
    const marks: OwnMarks = { ...NOTHING, regions: [{ kind: "water", water: "swell", outline: whole }] };
    const plan = planOf(line);
    const { deliveredSeconds } = plan.shutters[0];
    const left = waterContrast(tauSeconds, deliveredSeconds) / waterContrast(tauSeconds, rippled.shutterSeconds);
    const measured = contrast(again(rippled, line, marks)) / contrast(again(rippled, line));
    expect(Math.abs(measured / left - 1)).toBeLessThan(0.15);
  });

  it("takes a crowd away as far as the stack does, and leaves what is around it", () => {
    const even = new Uint8Array(3 * WIDTH * height).fill(120);
    for (let y = 30; y < 50; y++) even.fill(20, 3 * (y * WIDTH + 40), 3 * (y * WIDTH + 52));
    const frame = frameBy("1/15 | iso 200 | wb 4000K", even);
    const outline = [
      [0.36, 0.36],
      [0.56, 0.36],
      [0.56, 0.7],
      [0.36, 0.7],
    ] as const;
    const marks: OwnMarks = { ...NOTHING, regions: [{ kind: "crowd", outline }] };
    const plan = planOf("15 x 1/15 every 4s | iso 200 | wb 4000K -> median");
    const crowded = { ...usualScene("emptied-place"), crowd: { occupancy: 0.1, dwellSeconds: 1 } };
    const shown = taken(plan, ownStage(frame, camera.lens, plan, outlookOf(plan, crowded), marks, {}));
    const at = (x: number, y: number) => shown[3 * (y * WIDTH + x) + 1]!;
    expect(Math.abs(at(46, 40) - at(20, 40))).toBeLessThan(8);
    expect(Math.abs(at(70, 10) - at(20, 40))).toBeLessThan(4);
  });

  it("draws a lamp's way at the hand's own pace, as bright as its image speed makes it", () => {
    const dark = frameBy("1/4 | iso 50 | wb 4000K", new Uint8Array(3 * WIDTH * height).fill(3));
    const path = (seconds: number): OwnMarks => ({
      ...NOTHING,
      paths: [
        {
          lamp: "cycle-lamp",
          points: [
            [0.1, 0.5, 0],
            [0.9, 0.5, seconds],
          ],
        },
      ],
    });
    const peak = (seconds: number) => {
      const shown = again(dark, "4s | iso 50 | 8 stops | wb 5500K", path(seconds));
      return light(Math.max(...Array.from({ length: height }, (_, y) => shown[3 * (y * WIDTH + 50) + 1]!)));
    };
    expect(peak(4)).toBeGreaterThan(0.01);
    expect(Math.abs(peak(4) / peak(2) / 2 - 1)).toBeLessThan(0.1);
  });

  it("gives a sky region trails as long as its turning, and nothing more light than it had", () => {
    const night = new Uint8Array(3 * WIDTH * height).fill(8);
    night.fill(150, 3 * (30 * WIDTH + 50), 3 * (30 * WIDTH + 50) + 3);
    const frame = frameBy("2s | iso 1600 | wb 4000K", night);
    const aim = { latitudeDeg: 0, azimuthDeg: 90, tiltDeg: 0 };
    const marks: OwnMarks = { ...NOTHING, aim, regions: [{ kind: "sky", outline: whole }] };
    const plan = planOf("30 x 30s | iso 1600 | wb 4000K -> lighten");
    const { passes } = ownStage(frame, camera.lens, plan, outlookOf(plan, facts), marks, {});
    const [streak] = passes!(0, 300);
    const length = Math.hypot(streak!.x1 - streak!.x0, streak!.y1 - streak!.y0);
    const scale = camera.lens.widthPx / WIDTH;
    const all = passes!(0, 300).reduce((sum, { x0, y0, x1, y1 }) => sum + Math.hypot(x1 - x0, y1 - y0), 0);
    expect(length).toBeGreaterThan(0);
    expect(all / (starTrailPx(camera.lens, 0, 300) / scale)).toBeGreaterThan(0.9);
    expect(all / (starTrailPx(camera.lens, 0, 300) / scale)).toBeLessThan(1.1);
    const light30 = passes!(0, 30).reduce((sum, each) => sum + each.light, 0);
    expect(passes!(0, 300).reduce((sum, each) => sum + each.light, 0) / light30).toBeCloseTo(10, 6);
  });
});
