import { chosenCamera } from "../camera";
import { type IntentId, usualScene } from "../intent";
import { parseRecipe } from "../recipe";
import { motionBounds } from "./motionBounds";

const camera = chosenCamera({ phones: [], clipOns: [] }, null);
const boundsOf = (intent: IntentId, line: string, part: object = {}) =>
  motionBounds({ ...usualScene(intent), intent, camera, filterStops: [3], ...part }, parseRecipe(line).recipe);

test("stars leave as long as they stand still: two pixels at the equator, 10.3 s with the generic camera", () => {
  expect(boundsOf("star-points", "1 x 8s | iso 1600").mostSeconds).toBeCloseTo(2 * 5.14, 1);
});

test("what is to be frozen leaves short times alone", () => {
  expect(boundsOf("frozen-action", "1 x 1/250 | iso 1600").mostSeconds).toBeLessThan(1 / 250);
});

test("water has to move for so long, and the phone goes no further than its ladder", () => {
  const { leastSeconds, mostSeconds } = boundsOf("smoothed-water", "1 x 8s | iso 50 | delay 5s");
  expect(leastSeconds).toBeGreaterThan(4);
  expect(mostSeconds).toBe(30);
});

test("the ringing of a press forbids a band: one stays on the side where one is, or goes to the nearer", () => {
  const touched = (line: string) => boundsOf("still-view", line, { support: "stand", gustMps: 0 });
  const [short, inside, long] = ["1 x 1/60 | iso 50", "1 x 1s | iso 50", "1 x 8s | iso 50"].map(touched);
  expect(short!.mostSeconds).toBeLessThan(0.1);
  expect(long!.leastSeconds).toBeGreaterThan(0.3);
  expect(inside!.leastSeconds).toBe(long!.leastSeconds);
});

test("where limits contradict each other there is none", () => {
  // The trail shows in up to 1.9 s, and crossing takes 3.
  expect(boundsOf("light-trails", "1 x 1s | iso 50")).toEqual({ leastSeconds: 0, mostSeconds: Infinity });
});
