import { type FusedSize, methodOf } from "@/core/stack";
import type { StackRequest, StackWatch } from "./request";

/** Small copies are about so wide, pixels. */
const SMALL_WIDTH = 400;
/** Fusing what is there may take a tenth of the time. */
const SHOWING_SHARE = 0.1;
const SHOWN_EVERY_MS = 1000;

/** What is told of a stack's small picture while its frames pass; `every` is null where nobody looks. */
export interface SmallWatch {
  readonly every: number | null;
  readonly add: (small: Uint8Array | null) => void;
}

/** Fuses small copies of the frames as they come and shows what they come to, the first one at once. */
export function watchSmall(
  { method, settings }: Pick<StackRequest, "method" | "settings">,
  { width, height }: FusedSize,
  onPicture: StackWatch["onPicture"],
): SmallWatch {
  if (!onPicture) return { every: null, add: () => {} };
  const every = Math.max(1, Math.round(width / SMALL_WIDTH));
  const size = { width: Math.ceil(width / every), height: Math.ceil(height / every) };
  const fused = methodOf(method).small(size, settings);
  let showAt = Number.NEGATIVE_INFINITY;
  return {
    every,
    add(small) {
      if (!small) return;
      fused.add(small);
      const now = performance.now();
      if (now < showAt) return;
      onPicture({ ...size, samples: fused.picture() });
      const took = performance.now() - now;
      showAt = now + Math.max(SHOWN_EVERY_MS, took / SHOWING_SHARE);
    },
  };
}
