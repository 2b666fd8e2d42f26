import type { CapturePlan, PlannedFrame } from "@/core/capture";
import type { Lens } from "@/core/optics";
import type { Scene } from "@/core/scene";

/** Work for a phone thread: render part of the still light into shared memory, or take a frame of it. */
export type PhoneThreadRequest =
  | {
      readonly kind: "stage";
      readonly scene: Scene;
      readonly lens: Lens;
      readonly widthPx: number;
      readonly still: SharedArrayBuffer;
      readonly firstRow: number;
      readonly rows: number;
      /** What the scene's still light is multiplied by. */
      readonly stillGain: number;
    }
  | { readonly kind: "frame"; readonly plan: CapturePlan; readonly frame: PlannedFrame };

export type PhoneThreadReply =
  | { readonly kind: "staged" }
  | { readonly kind: "taken"; readonly jpeg: Uint8Array }
  | { readonly kind: "failed"; readonly reason: string };
