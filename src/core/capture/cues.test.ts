import { chosenCamera } from "../camera";
import { parseRecipe } from "../recipe";
import { cuesOf, planCapture, plannedFrames, SOME_TIME } from ".";

const camera = { ...chosenCamera({ phones: [], clipOns: [] }, null), shutterLagSeconds: 0.1, writeSeconds: 0.4 };
const cues = (line: string, isPressedForEach: boolean) =>
  cuesOf(plannedFrames(planCapture(parseRecipe(line).recipe, camera, SOME_TIME)!), isPressedForEach).map(
    ({ kind, atSeconds }) => `${kind} ${Number(atSeconds.toFixed(2))}`,
  );
const READY = ["ready -3", "ready -2", "ready -1"];

test("a timer is pressed once, and then opens and closes", () => {
  expect(cues("2 x 2s every 5s | iso 50 | delay 2s", false)).toEqual([
    ...READY,
    ...["press 0", "open 2.1", "close 4.1", "open 7.1", "close 9.1"],
  ]);
});

test("somebody presses for each frame as long before it opens as for the first", () => {
  expect(cues("2 x 2s every 8s | iso 50 | delay 2s", true)).toEqual([
    ...READY,
    ...["press 0", "open 2.1", "close 4.1", "press 8", "open 10.1", "close 12.1"],
  ]);
});

test("sounds that would run into each other are one", () => {
  expect(cues("2 x 1/60 every 3s | iso 50", true)).toEqual([...READY, "press 0", "press 3"]);
  expect(cues("2 x 1s every 3s | iso 50", true)).toEqual([...READY, "press 0", "close 1.1", "press 3", "close 4.1"]);
});
