import { chosenCamera } from "../camera";
import { planCapture, plannedFrames } from "../capture";
import { AS_IT_SHOULD_BE, flawedFrame, HELD_STILL } from "../flaws";
import { usualSupport } from "../motion";
import { parseRecipe } from "../recipe";
import { partOf, sceneNamed, setPart, simulateFrame, viewOf } from "../scene";
import { edgeWidths, sharpnessOf } from "./edgeWidths";
import { lumaOf } from "./luma";

const [WIDTH, HEIGHT] = [240, 144];

/** Bright discs on dark ground, each point spread over a way, with a little noise. */
function discs(way: readonly (readonly [number, number])[]) {
  const samples = new Uint8Array(3 * WIDTH * HEIGHT);
  const inside = (x: number, y: number) => (Math.hypot((x % 80) - 40, (y % 72) - 36) < 28 ? 1 : 0);
  let bits = 7;
  for (let y = 0; y < HEIGHT; y++)
    for (let x = 0; x < WIDTH; x++) {
      const light = way.reduce((sum, [dx, dy]) => sum + inside(x - dx + 400, y - dy + 360), 0) / way.length;
      bits = (Math.imul(bits, 1_103_515_245) + 12_345) & 0x7fffffff;
      samples.fill(30 + Math.round(190 * light) + ((bits >> 16) % 3), 3 * (y * WIDTH + x), 3 * (y * WIDTH + x) + 3);
    }
  return { width: WIDTH, height: HEIGHT, samples };
}
const line = (dx: number, dy: number) =>
  Array.from({ length: 33 }, (_, at) => [(dx * at) / 32, (dy * at) / 32] as const);

test("edges are as wide as light was moved across them, and no wider the other way", () => {
  for (const length of [6, 14, 24]) {
    const widths = Object.fromEntries(
      edgeWidths(lumaOf(discs(line(length, 0)))).map(({ directionDeg, px }) => [directionDeg, px]),
    );
    expect(Math.abs(widths[0]! - length)).toBeLessThan(0.25 * length);
    // Round edges that are drawn along themselves soften a little too.
    expect(widths[90]).toBeLessThan(2 + 0.2 * length);
  }
});

test("a shake is told with its direction; a sharp picture and one out of focus have none", () => {
  expect(sharpnessOf(lumaOf(discs([[0, 0]])))).toMatchObject({ shake: null });
  expect(sharpnessOf(lumaOf(discs([[0, 0]])))!.px).toBeLessThan(2.5);
  expect(sharpnessOf(lumaOf(discs(line(0, 12))))!.shake).toMatchObject({ directionDeg: 90 });
  // Up to the right: rows run downwards.
  expect(sharpnessOf(lumaOf(discs(line(9, -9))))!.shake).toMatchObject({ directionDeg: 45 });
  expect(sharpnessOf(lumaOf(discs(line(9, 9))))!.shake).toMatchObject({ directionDeg: 135 });
  const round = Array.from({ length: 24 }, (_, at) => [5 * Math.cos(at / 3.8), 5 * Math.sin(at / 3.8)] as const);
  const blurred = sharpnessOf(lumaOf(discs(round)))!;
  expect(blurred.shake).toBeNull();
  expect(blurred.px).toBeGreaterThan(5);
});

test("what has no edges tells nothing, and what is no picture is refused", () => {
  expect(sharpnessOf(lumaOf({ width: 40, height: 40, samples: new Uint8Array(4800).fill(90) }))).toBeNull();
  expect(() => lumaOf({ width: 4, height: 4, samples: new Uint8Array(5) })).toThrow(RangeError);
  expect(() => edgeWidths({ width: 4, height: 4, luma: new Uint8Array(5) })).toThrow(RangeError);
});

test("a touched phone's frame is told from one whose delay let it come to rest", () => {
  const camera = chosenCamera({ phones: [], clipOns: [] }, null);
  const scene = sceneNamed("quay-road")!;
  const view = partOf(viewOf(scene, camera.lens, 960), 380, 330, 160, 120);
  const stage = setPart(scene, camera.lens, view);
  const taken = (text: string) => {
    const plan = planCapture(parseRecipe(text).recipe, camera, { pressedAtMs: 0, sensorCelsius: 15, seed: 5 })!;
    const [frame] = plannedFrames(plan);
    const hold = { ...HELD_STILL, support: usualSupport("stick"), isTouched: true };
    const flawed = flawedFrame(plan, frame!, AS_IT_SHOULD_BE, hold, camera.isoLadder, view.pitchUm);
    const shot = simulateFrame(stage, flawed.plan, flawed.frame, flawed.flaws);
    return sharpnessOf(lumaOf({ ...shot, samples: shot.data }))!;
  };
  const [rested, touched] = [taken("1 x 1s | iso 50 | delay 10s"), taken("1 x 1s | iso 50")];
  expect(rested.shake).toBeNull();
  expect(rested.px).toBeLessThan(4);
  expect(touched.shake?.px ?? touched.px).toBeGreaterThan(rested.px + 2);
});
