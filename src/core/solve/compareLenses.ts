import { planCapture, shutterOf } from "../capture";
import type { SolveCamera, SolveRequest } from "../intent";
import { luminanceFromEv } from "../light";
import { starTrailPx } from "../motion";
import { type Lens, sensorSizeMm } from "../optics";
import type { Recipe } from "../recipe";
import { darkCurrent, electronsPerLuminanceSecond, readNoise } from "../sensor";

/** One lens of the kit, or one size of its pictures. */
export interface LensChoice {
  readonly name: string;
  readonly camera: SolveCamera;
}

/** How a lens does at the same picture. */
export interface ComparedLens {
  readonly name: string;
  /** Share of the wanted field's width that it sees, at most 1: less is a part of the picture. */
  readonly seen: number;
  /** Pixels across that it has for the field. */
  readonly acrossPx: number;
  /** Light that its pupil gathers from that field, against the chosen lens, stops. */
  readonly lightStops: number;
  /** Signal to noise of the metered surfaces at the common output size. */
  readonly snr: number;
  /** Trailing of a star at that size, pixels. */
  readonly trailPx: number;
}

/** All of a kit's lenses at one picture. */
export interface LensComparison {
  /** Pixels across at which they are compared: as many as the poorest has. */
  readonly outputPx: number;
  readonly lenses: readonly ComparedLens[];
}

/** Half of the field's width, in focal lengths. */
const halfWidth = (lens: Lens): number => sensorSizeMm(lens).widthMm / 2 / lens.focalLengthMm;

/** Pixels across that a lens has for a field of this half width; all it has, where it sees less. */
const acrossPx = (lens: Lens, half: number): number =>
  Math.min(lens.widthPx, (2 * half * lens.focalLengthMm * 1000) / lens.pitchUm);

/**
 * The same picture, field and shutter by every lens and size of a kit, at equal output size: what counts then is how much
 * light the pupil gathers and how noisy the sensor is, and neither how many pixels it has nor how large they are. The picture has the
 * field of the request's own camera.
 *
 * @returns null for a line without a shutter time.
 */
export function compareLenses(
  request: SolveRequest,
  recipe: Recipe,
  choices: readonly LensChoice[],
): LensComparison | null {
  const chosen = request.camera;
  const half = halfWidth(chosen.lens);
  const plans = choices.map(({ name, camera }) => {
    const conditions = { pressedAtMs: 0, sensorCelsius: request.sensorCelsius, seed: 1 };
    return { name, lens: camera.lens, plan: planCapture(recipe, camera, conditions) };
  });
  const outputPx = Math.round(
    Math.min(...plans.map(({ lens }) => acrossPx(lens, half) / Math.min(1, halfWidth(lens) / half))),
  );
  const pupil = ({ focalLengthMm, fNumber }: Lens, loss: number) => (focalLengthMm / fNumber) ** 2 * 2 ** -loss;
  const lenses = plans.flatMap(({ name, lens, plan }, at): ComparedLens[] => {
    if (plan === null) return [];
    const { deliveredSeconds } = shutterOf(plan, 0);
    const seen = Math.min(1, halfWidth(lens) / half);
    const across = acrossPx(lens, half);
    // So many of its pixels become one of the output's.
    const binned = (across / (seen * outputPx)) ** 2;
    const electrons =
      luminanceFromEv(request.sceneEv) * deliveredSeconds * electronsPerLuminanceSecond(lens, plan.transmission);
    const dark = darkCurrent(lens, request.sensorCelsius) * deliveredSeconds;
    const variance = electrons + dark + readNoise(lens, plan.iso) ** 2 + (lens.prnu * electrons) ** 2;
    return [
      {
        name,
        seen,
        acrossPx: Math.round(across),
        lightStops: Math.log2(pupil(lens, choices[at]!.camera.lossStops) / pupil(chosen.lens, chosen.lossStops)),
        snr: (electrons * Math.sqrt(binned)) / Math.sqrt(variance),
        trailPx: starTrailPx(lens, request.declinationDeg, deliveredSeconds) / Math.sqrt(binned),
      },
    ];
  });
  return lenses.length > 0 ? { outputPx, lenses } : null;
}
