import { chosenCamera } from "../camera";
import { planCapture, plannedFrames } from "../capture";
import { STILL_PLACE } from "../facts";
import { decodeSrgb } from "../picture";
import { parseRecipe } from "../recipe";
import { sceneForShot, sceneNamed, setStage, simulateFrame } from ".";

const bare = chosenCamera({ phones: [], clipOns: [] }, null);
/** Frames without a pause between them. */
const camera = { ...bare, writeSeconds: 0, measuredShutters: [], shutterLagSeconds: 0 };
const shot: Parameters<typeof sceneForShot>[1] = {
  ...STILL_PLACE,
  mover: { distanceM: 20, speedMps: 6, headingDegFromPerpendicular: 0 },
  lamps: ["tail-lamp"],
  water: "swell",
  opensAs: "enters",
};
const stage = setStage(sceneForShot(sceneNamed("quay-road")!, shot, null, camera.lens), camera.lens, 120);
const light = (line: string): Float64Array => {
  const plan = planCapture(parseRecipe(line).recipe, camera, { pressedAtMs: 0, sensorCelsius: 15, seed: 5 })!;
  const frames = plannedFrames(plan).map((frame) => simulateFrame(stage, plan, frame).data);
  return Float64Array.from(
    frames[0]!,
    (_, i) => frames.reduce((sum, data) => sum + decodeSrgb(data[i]! / 255), 0) / frames.length,
  );
};

describe("a mean of eight frames", () => {
  it("is one exposure of eight times their length with an eighth of the light: trails, water, ground and sky", () => {
    const mean = light("8 x 1/4 every 1/4 | iso 100 | wb 4000K -> mean");
    const one = light("2s | iso 100 | 3 stops | wb 4000K");
    let [apart, count] = [0, 0];
    for (let i = 0; i < mean.length; i++) {
      // White is white in a frame, and not in a longer exposure of less light.
      if (Math.max(mean[i]!, one[i]!) > 0.8 || one[i]! < 0.01) continue;
      apart += Math.abs(Math.log2(mean[i]! / one[i]!));
      count++;
    }
    expect(count).toBeGreaterThan(0.4 * mean.length);
    expect(apart / count).toBeLessThan(0.1);
  });
});
