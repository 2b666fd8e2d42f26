import type { Lens } from "@/core/optics";
import type { Scene } from "@/core/scene";

/** A part of a scene's still light to render into shared memory. */
export interface StageRequest {
  readonly scene: Scene;
  readonly lens: Lens;
  readonly widthPx: number;
  readonly still: SharedArrayBuffer;
  readonly firstRow: number;
  readonly rows: number;
  /** What the scene's still light is multiplied by. */
  readonly stillGain: number;
}
