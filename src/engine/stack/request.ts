import type { PictureNotes } from "@/core/formats";
import type { StackMethod } from "@/core/stack";

/** A frame to fuse; the name is what messages call it. */
export interface StackFile {
  readonly path: string;
  readonly name: string;
}

/** A frame that did not take part, and why. */
export interface RefusedFrame {
  readonly name: string;
  readonly reason: string;
}

/** What to fuse, how, and where the 16-bit TIFF goes. */
export interface StackRequest {
  readonly files: readonly StackFile[];
  readonly method: StackMethod;
  readonly encoded: boolean;
  readonly outputPath: string;
  readonly notes: PictureNotes;
  /** Where progress is saved, a file for each pass, so that a killed run can go on; none for runs that are simply repeated. */
  readonly checkpointFolder?: string;
  readonly threads?: number;
}

/** How far a run is. `secondsLeft` is null until the rate is known. */
export interface StackProgress {
  readonly done: number;
  readonly total: number;
  readonly framesPerSecond: number;
  readonly secondsLeft: number | null;
  /** Frames that an earlier, killed run had already folded in. */
  readonly resumed: number;
}

/** Why a stack failed of which no frame was left. */
export const NOTHING_READ = "None of the files could be read.";

export type StackOutcome =
  | {
      readonly kind: "done";
      readonly width: number;
      readonly height: number;
      readonly used: readonly string[];
      readonly refused: readonly RefusedFrame[];
      readonly seconds: number;
      readonly resumed: number;
    }
  | { readonly kind: "aborted" }
  | { readonly kind: "failed"; readonly reason: string; readonly refused: readonly RefusedFrame[] };
