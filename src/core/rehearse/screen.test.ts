import { chosenCamera } from "../camera";
import { planCapture, plannedFrames } from "../capture";
import { exposureErrors } from "../picture";
import { parseRecipe } from "../recipe";
import { type DevelopedFrame, sceneNamed, setStage, simulateFrame } from "../scene";
import { rehearse, screenPicture } from ".";

const camera = chosenCamera({ phones: [], clipOns: [] }, null);
const stage = setStage(sceneNamed("tram-quay")!, camera.lens, 160);
const TOP_ISO = camera.isoLadder.at(-1)!;
const planOf = (line: string) =>
  planCapture(parseRecipe(line).recipe, camera, { pressedAtMs: 0, sensorCelsius: 15, seed: 3 })!;
const screenOf = (line: string, gain = 1) => screenPicture(stage, planOf(line), gain, TOP_ISO);
/** How much neighbours along a row differ in the sky, where nothing but noise does. */
function roughness({ width, data }: DevelopedFrame): number {
  const sky = data.subarray(0, 3 * width * 10);
  return sky.reduce((sum, value, i) => (i < 3 ? sum : sum + Math.abs(value - sky[i - 3]!)), 0) / sky.length;
}

describe("what the phone's screen shows", () => {
  it("is a short exposure, brightened to a middle tone whatever was set", () => {
    for (const line of ["8s | iso 50", "1s | iso 3200", "1/15 | iso 100"]) {
      const screen = screenOf(line);
      expect(screen.shutterSeconds).toBeLessThanOrEqual(1 / 24);
      expect(Math.abs(exposureErrors({ ...screen, samples: screen.data }).centre)).toBeLessThan(0.4);
    }
  });

  it("is not the picture: a long exposure comes out white while the screen looks well", () => {
    const taken = [...rehearse(stage, planOf("30s | iso 400"), 1)].at(-1)!;
    expect(exposureErrors({ ...taken, samples: taken.data }).centre).toBeGreaterThan(2.5);
  });

  it("stays dark in the dark, and says how far", () => {
    const dark = screenOf("8s | iso 50", 2 ** -12);
    expect(dark.iso).toBe(8 * TOP_ISO);
    expect(dark.offStops).toBeLessThan(-1);
  });

  it("is smoothed: most of the noise of its short exposure is gone", () => {
    const screen = screenOf("8s | iso 50");
    const plan = { ...planOf("8s | iso 50"), iso: screen.iso };
    const [frame] = plannedFrames(plan);
    const raw = simulateFrame(stage, plan, { ...frame!, deliveredSeconds: screen.shutterSeconds });
    expect(roughness(screen)).toBeLessThan(0.5 * roughness(raw));
    expect(exposureErrors({ ...screen, samples: screen.data }).centre).toBeCloseTo(
      exposureErrors({ ...raw, samples: raw.data }).centre,
      0,
    );
  });
});
