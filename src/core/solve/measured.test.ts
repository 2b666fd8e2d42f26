import { chosenCamera } from "../camera";
import { planCapture } from "../capture";
import { INTENT_IDS, usualScene } from "../intent";
import { passingPicture, SMALL_LENS } from "../outlook/testing/simulated";
import { solve } from ".";

/** The meter's level as a share of white. */
const METERED = (0.65 * 12.5) / 78;
/** A hot pixel is none of the noise: the brightest and darkest thousandth are left out. */
const LEFT_OUT = 0.001;
const MOST_FRAMES = 30;
const camera = chosenCamera({ phones: [], clipOns: [] }, null);

/** Of each intent, without a filter and with one, the first recipe that works and is taken within so many frames. */
const working = INTENT_IDS.flatMap((intent) =>
  [[], [2]].flatMap((filterStops) => {
    const request = { ...usualScene(intent), intent, camera, filterStops };
    const found = solve(request).recipes.find(({ verdict }) => verdict === "works");
    const short = found && (found.recipe.sequence?.frames ?? 1) <= MOST_FRAMES;
    return short ? [{ ...found, intent, request }] : [];
  }),
);

it("there are ten and more of them", () => {
  expect(working.length).toBeGreaterThanOrEqual(10);
});

it.each(working)("$intent: $line works as bright and as clean as it says", ({ recipe, request, outlook }) => {
  const { sensorCelsius } = request;
  const small = { ...camera, lens: SMALL_LENS };
  const plan = planCapture(recipe, small, { pressedAtMs: 0, sensorCelsius, seed: 9 })!;
  const { linear } = passingPicture(plan, { ...request, mover: null, lamps: [] });
  const green = linear.filter((_, i) => i % 3 === 1).sort();
  const kept = green.slice(Math.floor(LEFT_OUT * green.length), Math.ceil((1 - LEFT_OUT) * green.length));
  const mean = kept.reduce((sum, value) => sum + value, 0) / kept.length;
  const deviation = Math.sqrt(kept.reduce((sum, value) => sum + (value - mean) ** 2, 0) / kept.length);
  expect(Math.abs(Math.log2(mean / METERED) - outlook.base.meterStops)).toBeLessThan(0.1);
  expect(Math.abs(mean / deviation / outlook.noise.midTone - 1)).toBeLessThan(0.1);
});
