import type { MeasureReply } from "@/contracts/replies";
import type { MeteredScene } from "@/core/facts";

import { exposureValue, stackedFilterStops } from "@/core/light";
import type { MeteringMode } from "@/core/picture";
import { parseRecipe, type Recipe } from "@/core/recipe";

/** Settings that a picture was taken with, from its metadata or else from the line; null where neither tells. */
export function settingsOf(
  measured: Pick<MeasureReply, "shutterSeconds" | "iso" | "fNumber">,
  recipe: Recipe,
  fNumber: number,
) {
  const shutterSeconds = measured.shutterSeconds ?? recipe.sequence?.shutterSeconds ?? null;
  const iso = measured.iso ?? recipe.iso;
  if (shutterSeconds === null || iso === null) return null;
  return { shutterSeconds, iso, fNumber: measured.fNumber ?? fNumber };
}

/**
 * The light of a scene by a picture of it, EV by each way of metering; null where nothing tells how it was taken.
 *
 * @param lossStops What a clip-on takes.
 */
export function meteredScene(
  measured: MeasureReply,
  recipe: Recipe,
  fNumber: number,
  lossStops: number,
): MeteredScene | null {
  const settings = settingsOf(measured, recipe, fNumber);
  if (!settings) return null;
  const own = parseRecipe(measured.recipeLine ?? "").recipe.filters;
  const before = stackedFilterStops(measured.recipeLine === null ? recipe.filters : own) + lossStops;
  const ev = (mode: MeteringMode) => Math.round(100 * (exposureValue(settings) + before + measured.errors[mode])) / 100;
  return { centreEv: ev("centre"), matrixEv: ev("matrix"), spotEv: ev("spot") };
}
