import { clippedShares, lightHistogram } from "@/core/picture";
import type { MeasuredPicture, Rehearsal } from "@/core/rehearse";

/** What the rehearsed picture itself says, read off its pixels as off any other's. */
export function measuredOf({ width, height, data }: Rehearsal, lights: MeasuredPicture) {
  return { view: { width, height, ...clippedShares(data), light: lightHistogram(data) }, lights };
}

export type Measured = ReturnType<typeof measuredOf>;
