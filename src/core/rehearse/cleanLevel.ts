import type { CapturePlan } from "../capture";
import { shownShare } from "../optics";
import { flowingLight, type Stage } from "../scene";
import { colourResponse, electronsPerLuminanceSecond, fullWell } from "../sensor";

/** The channel in which pictures are measured: it has most of the light. */
export const GREEN = 1;

/** A developed picture's green of full white, cd·s/m² of green light. */
export function greenWhite({ lens, transmission, iso, kelvin }: CapturePlan): number {
  const { sensitivity, gains } = colourResponse(kelvin);
  return fullWell(lens, iso) / (electronsPerLuminanceSecond(lens, transmission) * sensitivity[GREEN]! * gains[GREEN]!);
}

/**
 * What a frame of this shutter time would show in green if nothing passed and all that flows had come to rest, without noise:
 * shares of white, which may be over 1, by pixel.
 */
export function cleanLevel(stage: Stage, plan: CapturePlan, shutterSeconds: number): Float32Array {
  const { view, scene } = stage;
  const light = scene.surfaces.length > 0 ? flowingLight(stage, 0) : stage.still.light.slice();
  const scale = shutterSeconds / greenWhite(plan);
  return shownShare(plan, view).map((shown, pixel) => scale * shown * light[3 * pixel + GREEN]!);
}
