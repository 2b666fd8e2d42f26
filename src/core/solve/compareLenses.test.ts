import { planCapture } from "../capture";
import type { Lens } from "../optics";
import { stillPlace } from "../outlook/testing/facts";
import { greenStatistics, passingPicture, SMALL_LENS } from "../outlook/testing/simulated";
import { parseRecipe } from "../recipe";
import { compareLenses } from ".";
import { stillStreet, testCamera } from "./testing/requests";

const withLens = (lens: Lens) => ({ ...testCamera, lens });
const { recipe } = parseRecipe("1/15 | iso 200 | wb 4000K");
const wide: Lens = { ...SMALL_LENS, focalLengthMm: SMALL_LENS.focalLengthMm / 2 };

/** Signal to noise of the same street by a lens, measured after so many of its pixels became one. */
function measured(lens: Lens, binning: number): number {
  const conditions = { pressedAtMs: 0, sensorCelsius: 15, seed: 5 };
  const plan = planCapture(recipe, withLens(lens), conditions)!;
  const { width, height, linear } = passingPicture(plan, { ...stillPlace, sceneEv: 5 });
  const [across, down] = [Math.floor(width / binning), Math.floor(height / binning)];
  const binned = new Float64Array(3 * across * down);
  for (let y = 0; y < down * binning; y++)
    for (let x = 0; x < across * binning; x++)
      for (let channel = 0; channel < 3; channel++) {
        const to = 3 * (Math.floor(y / binning) * across + Math.floor(x / binning)) + channel;
        binned[to]! += linear[3 * (y * width + x) + channel]! / binning ** 2;
      }
  const { mean, deviation } = greenStatistics({ width: across, height: down, linear: binned });
  return mean / deviation;
}

describe("the same picture by every lens", () => {
  const request = { ...stillStreet, sceneEv: 5, sensorCelsius: 15, camera: withLens(SMALL_LENS) };
  const compared = (...lenses: readonly Lens[]) =>
    compareLenses(
      request,
      recipe,
      lenses.map((lens, at) => ({ name: String(at), camera: withLens(lens) })),
    )!;

  it("is as noisy at one size as simulated frames are", () => {
    const { outputPx, lenses } = compared(SMALL_LENS, wide);
    expect(outputPx).toBe(240);
    expect(Math.abs(lenses[0]!.snr / measured(SMALL_LENS, 2) - 1)).toBeLessThan(0.1);
    expect(Math.abs(lenses[1]!.snr / measured(wide, 1) - 1)).toBeLessThan(0.1);
  });

  it("has a quarter of the light by a lens of half the focal length and the same f-number", () => {
    const [own, cropped] = compared(SMALL_LENS, wide).lenses;
    expect(own!.lightStops).toBe(0);
    expect(cropped!.lightStops).toBeCloseTo(-2, 9);
    expect([own!.acrossPx, cropped!.acrossPx]).toEqual([480, 240]);
    expect(own!.trailPx).toBeCloseTo(cropped!.trailPx, 6);
  });

  it("gains nothing from smaller pixels on the same sensor, and says what a longer lens does not see", () => {
    const fine: Lens = {
      ...SMALL_LENS,
      widthPx: 960,
      heightPx: 192,
      pitchUm: SMALL_LENS.pitchUm / 2,
      fullWellElectrons: SMALL_LENS.fullWellElectrons / 4,
    };
    const long: Lens = { ...SMALL_LENS, focalLengthMm: 3 * SMALL_LENS.focalLengthMm };
    const [own, finer, longer] = compared(SMALL_LENS, fine, long).lenses;
    expect(finer!.lightStops).toBeCloseTo(0, 9);
    expect(finer!.snr).toBeLessThanOrEqual(1.05 * own!.snr);
    expect(longer!.seen).toBeCloseTo(1 / 3, 6);
  });

  it("cannot be compared without a shutter time", () => {
    expect(compareLenses(request, parseRecipe("iso 50").recipe, [])).toBeNull();
  });
});
