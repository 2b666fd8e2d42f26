import type { StackState } from "@/core/stack";

/** What a stacking thread is started with. */
export interface StackThreadData {
  readonly state: StackState;
  readonly kernels: WebAssembly.Module;
  /** Which frame buffer is its own. */
  readonly thread: number;
  /** One lock for each band of samples, 0 free, 1 taken; shared between the threads. */
  readonly locks: Int32Array;
}

/** A frame to decode and fold in. */
export interface FoldRequest {
  readonly index: number;
  readonly path: string;
}

/** What became of it. */
export type FoldReply =
  | { readonly kind: "folded"; readonly index: number }
  | { readonly kind: "refused"; readonly index: number; readonly reason: string };
