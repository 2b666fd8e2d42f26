import type { CapturePlan, PlannedFrame } from "../capture";
import { LINEAR } from "../picture";
import { flowingLight, mostFlowing, type Stage } from "../scene";
import { fullWell, noiseElectrons } from "../sensor";
import { GREEN } from "./cleanLevel";

/** Less of a picture than this that flows tells nothing. */
const LEAST_SHARE = 0.01;
/** Instants of the run over which the contrast of water that stands still is taken: one is a matter of luck. */
const INSTANTS = 5;
const INSTANT_SECONDS = 1e-3;
/** Rounding to a step spreads by so much less than its square. */
const STEPS_PER_VARIANCE = 12;
/** Levels between which a picture tells how bright something is, of white. */
const DARKEST = 0.002;
const BRIGHTEST = 0.9;

/**
 * How much of the pattern that moving water has in an instant is left in a picture of it, 0 to 1: differences from water at rest,
 * less the noise. Null without water that the picture shows.
 *
 * @param clean See `cleanLevel`.
 * @param taken The frames that were fused by mean, or the one.
 */
export function waterLeft(
  stage: Stage,
  plan: CapturePlan,
  clean: Float32Array,
  picture: Uint8Array,
  taken: readonly PlannedFrame[],
): number | null {
  const { still, lens, view } = stage;
  const [first, last] = [taken[0]!, taken.at(-1)!];
  const { opensSeconds } = first;
  const span = last.opensSeconds + last.deliveredSeconds - opensSeconds;
  const rest = flowingLight(stage, 0);
  const instants = Array.from({ length: INSTANTS }, (_, i) =>
    flowingLight(stage, opensSeconds + (span * (i + 0.5)) / INSTANTS, INSTANT_SECONDS),
  );
  const pixels: number[] = [];
  for (let pixel = 0; pixel < clean.length; pixel++) {
    if (still.flows[pixel] === 0 || clean[pixel]! < DARKEST) continue;
    // Where a crest could mirror a lamp so that it runs to white there is no telling how bright it was.
    if (mostFlowing(stage, pixel, GREEN, rest) * clean[pixel]! < BRIGHTEST) pixels.push(pixel);
  }
  if (pixels.length < LEAST_SHARE * clean.length) return null;
  const { deliveredSeconds } = plan.shutters[0];
  const well = fullWell(lens, plan.iso);
  const own = { shutterSeconds: deliveredSeconds, iso: plan.iso, sensorCelsius: plan.sensorCelsius };
  const sensorPixels = (view.pitchUm / lens.pitchUm) ** 2 * taken.length;
  let [differing, all] = [0, 0];
  for (const pixel of pixels) {
    const level = clean[pixel]!;
    const noise = noiseElectrons(lens, { electrons: level * well, ...own }) / well;
    const code = picture[3 * pixel + GREEN]!;
    const step = LINEAR[Math.min(255, code + 1)]! - LINEAR[code]!;
    differing += (LINEAR[code]! - level) ** 2 - noise ** 2 / sensorPixels - step ** 2 / STEPS_PER_VARIANCE;
    all += level ** 2;
  }
  let [moving, standing] = [0, 0];
  for (const light of instants) {
    for (const pixel of pixels) {
      const at = 3 * pixel + GREEN;
      moving += (light[at]! - rest[at]!) ** 2;
      standing += rest[at]! ** 2;
    }
  }
  const instant = Math.sqrt(moving / standing);
  return instant > 0 ? Math.sqrt(Math.max(0, differing / all)) / instant : null;
}
