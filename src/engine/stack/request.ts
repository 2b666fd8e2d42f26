import type { Alignment } from "@/core/align";
import type { PictureNotes } from "@/core/formats";
import {
  type FusingSettings,
  type LayerId,
  type LayerKind,
  layerKindOf,
  type PaintedShape,
  type StackMethod,
} from "@/core/stack";

/** A frame to fuse; the name is what messages call it. */
export interface StackFile {
  readonly path: string;
  readonly name: string;
  /** What it counts for beside the others, over 0 and up to 1; 1 where nothing is said. Only for methods whose option it is. */
  readonly weight?: number | undefined;
}

/** A frame that did not take part, and why. */
export interface RefusedFrame {
  readonly name: string;
  readonly reason: string;
}

/** A part of a stack's frames that is folded by itself: which of how many, from 0. */
export interface StackPart {
  readonly index: number;
  readonly of: number;
}

/** What is kept of one frame, whatever the others show there. */
export interface KeptRegion {
  /** Its place in the list of files. */
  readonly index: number;
  readonly shapes: readonly PaintedShape[];
}

/** What to fuse, how, and where the 16-bit TIFF goes. */
export interface StackRequest {
  readonly files: readonly StackFile[];
  readonly method: StackMethod;
  readonly settings: FusingSettings;
  /** Frames taken with the lens covered: their median is taken off of every frame. */
  readonly darks: readonly StackFile[];
  /** Pixels that shine by themselves in all frames are made of what lies about them. */
  readonly repairsHot: boolean;
  /** What the frames are laid over each other by. */
  readonly align: Alignment;
  /** What of them is ground, which does not move with the stars: a picture of their size that is white there, or what is painted; null without. */
  readonly ground: StackFile | readonly PaintedShape[] | null;
  /** A frame that is kept as it is where somebody has painted; null where none is. */
  readonly keeps: KeptRegion | null;
  readonly outputPath: string;
  /** Where the parts of which the result is made go, a page of a 16-bit TIFF each; null where nobody wants them. */
  readonly layersPath: string | null;
  readonly notes: PictureNotes;
  /** Where progress is saved, a file for each pass, so that a killed run can go on; none for runs that are simply repeated. */
  readonly checkpointFolder?: string;
  /** Only this part of the frames, folded and kept in the checkpoint folder for whoever collects all parts. */
  readonly part?: StackPart | undefined;
  /** So many parts may have been folded by others: what they have kept is taken in, what is missing is folded here. */
  readonly parts?: number | undefined;
  readonly threads?: number;
}

/** What its result can be taken apart by. */
export const partsOf = ({ method, align, ground }: Pick<StackRequest, "method" | "align" | "ground">): LayerKind =>
  layerKindOf(method, align !== "none" && ground !== null);

/** How far a run is. `secondsLeft` is null until the rate is known. */
export interface StackProgress {
  readonly done: number;
  readonly total: number;
  readonly framesPerSecond: number;
  readonly secondsLeft: number | null;
  /** Frames that an earlier, killed run had already folded in. */
  readonly resumed: number;
}

/** A run as it goes. */
export interface StackWatch {
  readonly onProgress: (progress: StackProgress) => void;
  /** What the frames so far come to, small, now and then; none where nobody looks. */
  readonly onPicture?: (picture: SmallPicture) => void;
  readonly signal?: AbortSignal | undefined;
}

/** A small picture, 16-bit sRGB codes, interleaved. */
export interface SmallPicture {
  readonly width: number;
  readonly height: number;
  readonly samples: Uint16Array;
}

/** Why a stack failed of which no frame was left: the first one tells for all. */
export function nothingLeft([first]: readonly RefusedFrame[]): string {
  return first
    ? `None of the frames could be used. ${first.name}: ${first.reason}`
    : "None of the files could be read.";
}

export type StackOutcome =
  | {
      readonly kind: "done";
      readonly width: number;
      readonly height: number;
      readonly used: readonly string[];
      readonly refused: readonly RefusedFrame[];
      /** Gaps between stars' arcs that were to be filled and could not be. */
      readonly gapsLeft: number;
      /** The pages of the file of parts; none where it was not wanted, or the result is of a piece. */
      readonly layers: readonly LayerId[];
      readonly seconds: number;
      readonly resumed: number;
    }
  /** A part is folded and kept. */
  | { readonly kind: "kept"; readonly frames: number }
  | { readonly kind: "aborted" }
  | { readonly kind: "failed"; readonly reason: string; readonly refused: readonly RefusedFrame[] };
