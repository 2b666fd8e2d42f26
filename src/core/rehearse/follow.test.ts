import { chosenCamera } from "../camera";
import { planCapture, SOME_TIME } from "../capture";
import { INTENTS, usualScene } from "../intent";
import { parseRecipe } from "../recipe";
import { setStage } from "../scene";
import { asFollowed, asTurned } from "./follow";
import { standInFor } from "./standIn";

const camera = chosenCamera({ phones: [], clipOns: [] }, null);
const facts = usualScene("sweep");
const planOf = (line: string) => planCapture(parseRecipe(line).recipe, camera, SOME_TIME)!;
const stage = setStage(standInFor("sweep", asFollowed("sweep", facts), null, camera.lens), camera.lens, 480);
const { width, height } = stage.view;

/** The stage with nothing in it but an edge from dark to light in its middle. */
const edge = {
  ...stage,
  still: {
    ...stage.still,
    light: Float32Array.from({ length: 3 * width * height }, (_, at) =>
      Math.floor(at / 3) % width < width / 2 ? 0 : 1,
    ),
  },
};
/** Pixels of the middle row over which the edge is neither dark nor light. */
function rampPx(line: string): number {
  const { light } = asTurned("sweep", facts, edge, planOf(line)).still;
  const row = Math.floor(height / 2) * width;
  let count = 0;
  for (let x = 0; x < width; x++) {
    const level = light[3 * (row + x)]!;
    if (level > 0.01 && level < 0.99) count++;
  }
  return count;
}

describe("a camera that turns with what passes", () => {
  it.each([
    ["1/8 | iso 50", 1 / 8],
    ["1/30 | iso 50", 1 / 30],
  ])("draws what stands still out by the angle the mover goes through, of %s", (line, seconds) => {
    // By the small angle that 5 m/s at 8 m are, and a lens whose 36 mm equal 23 mm of focal length across the picture.
    const radians = (facts.mover!.speedMps / facts.mover!.distanceM) * seconds;
    const { focalLengthMm, pitchUm, widthPx } = camera.lens;
    const expected = (radians * focalLengthMm * 1000 * width) / (pitchUm * widthPx);
    expect(Math.abs(rampPx(line) - expected)).toBeLessThan(2 + 0.05 * expected);
  });

  it("loses no light and brings none", () => {
    const sum = (light: Float32Array) => light.reduce((all, each) => all + each, 0);
    const { light } = asTurned("sweep", facts, stage, planOf("1/15 | iso 50")).still;
    expect(Math.abs(sum(light) / sum(stage.still.light) - 1)).toBeLessThan(0.02);
  });

  it("lets the mover stand, and is no other intent's camera", () => {
    expect(asFollowed("sweep", facts).mover!.speedMps).toBeLessThan(0.1);
    for (const { id } of INTENTS.filter(({ follows }) => !follows)) {
      const usual = usualScene(id);
      expect(asFollowed(id, usual)).toBe(usual);
      expect(asTurned(id, usual, stage, planOf("1s | iso 50"))).toBe(stage);
    }
  });
});
