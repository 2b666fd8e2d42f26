import type { Lens } from "@/core/optics";
import type { Scene } from "@/core/scene";

/** A part of a scene's still light to render into shared memory. */
export interface StageRequest {
  readonly scene: Scene;
  readonly lens: Lens;
  readonly widthPx: number;
  /** Of `stillBytes`. */
  readonly still: SharedArrayBuffer;
  readonly firstRow: number;
  readonly rows: number;
}
