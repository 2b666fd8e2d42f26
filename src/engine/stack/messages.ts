import type { FusingSettings, LayerKind, StackMethod, StackState } from "@/core/stack";
import type { Preparation } from "./preparation";

/** What a stacking thread is started with. */
export interface StackThreadData extends Preparation {
  readonly state: StackState;
  readonly kernels: WebAssembly.Module;
  /** Which frame buffer is its own. */
  readonly thread: number;
  /** One lock for each band of samples, 0 free, 1 taken; shared between the threads. */
  readonly locks: Int32Array;
  /** Every so many pixels and rows of a frame make a small copy of it; null where nobody looks. */
  readonly smallEvery: number | null;
}

/** A frame to decode. */
export interface FrameRequest {
  readonly index: number;
  readonly path: string;
}

/** A frame to fold in. */
export interface FoldRequest extends FrameRequest {
  /** What it counts for, 0 to 1. */
  readonly weight: number;
  /** The frame on to which its stars are drawn; null where none are. */
  readonly nextPath: string | null;
}

/** A frame to keep in a scratch file. */
export interface KeepRequest extends FrameRequest {
  /** It lies in it at its index. */
  readonly scratchPath: string;
}

/** What became of a frame. */
export type FrameReply =
  | {
      readonly kind: "taken";
      readonly index: number;
      /** CRC-32 of what was kept in a scratch file; 0 for a frame that was folded. */
      readonly crc: number;
      /** Whether its stars should have been drawn on, and could not be. */
      readonly leavesGap: boolean;
      readonly small: Uint8Array | null;
    }
  | { readonly kind: "refused"; readonly index: number; readonly reason: string };

/** Where a stretch of a result is written. */
export interface WrittenTo {
  readonly outputPath: string;
  /** Where the result's first sample lies in its file. */
  readonly outputAt: number;
  /** Where its parts go; null where nobody wants them. */
  readonly layers: LayersTarget | null;
}

/** A file of a result's parts. */
export interface LayersTarget {
  readonly path: string;
  readonly kind: LayerKind;
  /** Where each part's first sample lies in it. */
  readonly at: readonly number[];
}

/** A frame to lay over the result, and over its parts, where it is kept. */
export interface KeepOverRequest extends FrameRequest, WrittenTo {
  /** A byte a pixel, 255 where the frame alone is seen. */
  readonly mask: Uint8Array;
}

/** A stretch of the samples of what was folded, to be made into the result. */
export interface FinishRequest extends WrittenTo {
  readonly method: StackMethod;
  /** Of all frames that were folded in. */
  readonly weight: number;
  /** What the method's survey came to. */
  readonly known: number;
  readonly from: number;
  readonly to: number;
}

/** A stretch of the samples of all kept frames, to be fused into the result. */
export interface BandRequest extends WrittenTo {
  readonly method: StackMethod;
  readonly settings: FusingSettings;
  readonly scratchPath: string;
  /** Which frames of the scratch file. */
  readonly indices: readonly number[];
  /** Most samples of a stretch. */
  readonly bandSamples: number;
  readonly from: number;
  readonly to: number;
}
