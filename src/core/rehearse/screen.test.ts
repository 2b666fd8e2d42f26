import { chosenCamera } from "../camera";
import { planCapture, plannedFrames } from "../capture";
import { exposureErrors } from "../picture";
import { parseRecipe } from "../recipe";
import { type DevelopedFrame, sceneNamed, setStage, simulateFrame } from "../scene";
import { rehearse, screenPicture } from ".";

const camera = chosenCamera({ phones: [], clipOns: [] }, null);
const hall = sceneNamed("clock-facade")!;
/** Without cloud: what differs in its sky is noise. */
const place = { ...hall, sky: { ...hall.sky, cloud: 0 } };
const stage = setStage(place, camera.lens, 120);
const TOP_ISO = camera.isoLadder.at(-1)!;
const planOf = (line: string) =>
  planCapture(parseRecipe(line).recipe, camera, { pressedAtMs: 0, sensorCelsius: 15, seed: 3 })!;
const screenOf = (line: string, own = stage) => screenPicture(own, planOf(line), TOP_ISO);
/** How much neighbours along a row differ in the sky, where nothing but noise does. */
function roughness({ width, data }: DevelopedFrame): number {
  const sky = data.subarray(0, 3 * width * 4);
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
    const taken = [...rehearse(stage, planOf("30s | iso 400"))].at(-1)!;
    expect(exposureErrors({ ...taken, samples: taken.data }).centre).toBeGreaterThan(2.5);
  });

  it("stays dark in the dark, and says how far", () => {
    const noSun = { ...place.sky, sun: { altitudeDeg: -40, awayDeg: 0 } };
    const cellar = setStage({ ...place, sky: noSun, lampGain: 2 ** -12 }, camera.lens, 60);
    const dark = screenOf("8s | iso 50", cellar);
    expect(dark.iso).toBe(8 * TOP_ISO);
    expect(dark.offStops).toBeLessThan(-1);
  });

  it("is smoothed: most of the noise of its short exposure is gone", () => {
    const noMoon = { ...place.sky, sun: { altitudeDeg: -12, awayDeg: 0 } };
    const dim = setStage({ ...place, sky: noMoon, lampGain: 2 ** -4 }, camera.lens, 120);
    const screen = screenOf("8s | iso 50", dim);
    const plan = planOf("8s | iso 50");
    const [frame] = plannedFrames(plan);
    const raw = simulateFrame(dim, plan, { ...frame!, iso: screen.iso, deliveredSeconds: screen.shutterSeconds });
    expect(roughness(screen)).toBeLessThan(0.5 * roughness(raw));
    expect(exposureErrors({ ...screen, samples: screen.data }).centre).toBeCloseTo(
      exposureErrors({ ...raw, samples: raw.data }).centre,
      0,
    );
  });

  it("meters the settings that are set, as the picture then comes out, by every way of metering", () => {
    for (const line of ["1/8 | iso 50", "1/2 | iso 100"]) {
      const { meter } = screenOf(line);
      const taken = [...rehearse(stage, planOf(line))].findLast((picture) => picture !== null)!;
      const found = exposureErrors({ ...taken, samples: taken.data });
      // Clipping holds what is measured: only what is under it can be compared.
      expect(Math.abs(meter.matrix - found.matrix)).toBeLessThan(0.6);
    }
  });

  it("follows the settings to white, and to nothing", () => {
    expect(screenOf("30s | iso 3200").following).toBe("white");
    expect(screenOf("1/8000 | iso 50").following).toBe("nothing");
    expect(screenOf("1/4 | iso 50").following).toBe("a picture");
  });
});
