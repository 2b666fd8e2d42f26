import { methodOf, type SmallFusing, type StackMethod, sixteenBits } from "../stack";

interface Size {
  readonly width: number;
  readonly height: number;
}

/** Small frames fused in memory as they come; the first one where nothing is fused. */
export function fusing(size: Size, method: StackMethod | null): SmallFusing {
  if (method !== null) return methodOf(method).small(size);
  let first: Uint8Array | null = null;
  return {
    add: (frame) => {
      first ??= frame;
    },
    picture: () => sixteenBits(first!),
  };
}

/** All of a run's small frames fused at once. */
export function fuseFrames(frames: readonly Uint8Array[], size: Size, method: StackMethod | null): Uint16Array {
  const fused = fusing(size, method);
  for (const frame of frames) fused.add(frame);
  return fused.picture();
}
