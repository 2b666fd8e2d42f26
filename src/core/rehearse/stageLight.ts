import { evFromLuminance, exposureValue } from "../light";
import { exposureErrors } from "../picture";
import { type Stage, simulateFrame } from "../scene";

const ISO = 50;
/** A reading that clipped or drowned is wrong; each new one starts from the last and comes nearer. */
const READINGS = 3;
const NO_FRAME = { opensSeconds: 0, transmission: 1, vignettingStops: 0, kelvin: 5500, sensorCelsius: 15 } as const;

/** Geometric mean of the stage's still light, cd/m². */
function middleLuminance({ still }: Stage): number {
  let sum = 0;
  for (let green = 1; green < still.length; green += 3) sum += Math.log(Math.max(1e-9, still[green]!));
  return Math.exp((3 * sum) / still.length);
}

/** EV at ISO 100 at which a stage meters, by its zones: read off simulated frames as a phone would. */
export function stageEv(stage: Stage): number {
  const { fNumber } = stage.lens;
  let ev = evFromLuminance(middleLuminance(stage));
  for (let reading = 0; reading < READINGS; reading++) {
    const shutterSeconds = (100 * fNumber ** 2) / (ISO * 2 ** ev);
    const frame = simulateFrame(stage, { ...NO_FRAME, shutterSeconds, iso: ISO, sensorSeed: 1, frameSeed: reading });
    const { matrix } = exposureErrors({ width: frame.width, height: frame.height, samples: frame.data });
    ev = exposureValue({ fNumber, shutterSeconds, iso: ISO }) + matrix;
  }
  return ev;
}
