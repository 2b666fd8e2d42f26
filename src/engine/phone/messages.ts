import type { FrameRequest } from "@/core/scene";
import type { Lens } from "@/core/sensor";
import type { CaptureNotes } from "../files/exif";

/** Work for a phone thread: render part of the still light into shared memory, or take a frame of it. */
export type PhoneThreadRequest =
  | {
      readonly kind: "stage";
      readonly sceneName: string;
      readonly lens: Lens;
      readonly widthPx: number;
      readonly still: SharedArrayBuffer;
      readonly firstRow: number;
      readonly rows: number;
    }
  | { readonly kind: "frame"; readonly frame: FrameRequest; readonly notes: CaptureNotes; readonly quality: number };

export type PhoneThreadReply =
  | { readonly kind: "staged" }
  | { readonly kind: "taken"; readonly jpeg: Uint8Array }
  | { readonly kind: "failed"; readonly reason: string };
