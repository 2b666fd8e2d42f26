import { clippedShares, exposureErrors, lightHistogram } from "@/core/picture";
import type { Rehearsal } from "@/core/rehearse";

/** What the rehearsed picture itself says, read off its pixels as off any other's. */
export function measuredOf({ width, height, data }: Rehearsal) {
  const view = { width, height, ...clippedShares(data), light: lightHistogram(data) };
  return { view, meterStops: exposureErrors({ width, height, samples: data }).matrix };
}

export type Measured = ReturnType<typeof measuredOf>;
