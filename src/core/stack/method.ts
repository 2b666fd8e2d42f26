import type { AccumulatorId } from "./accumulators";
import type { Fade } from "./fade";
import type { FrameBand } from "./frameBand";
import type { StackKernels } from "./kernels";
import type { LineMethod, StackMethod } from "./methodIds";
import type { FusingSettings } from "./settings";

/** What a fusing method is called where. */
export interface MethodWords {
  readonly name: string;
  /** What a person gets of it, as a button says it. */
  readonly gives: string;
  readonly does: string;
  /** Before the number of frames of a result. */
  readonly resultOf: string;
}

/**
 * What a fused picture shows of what the frames hold: the law by which the outlook judges a method. Levels are shares of white,
 * each frame clipped by itself; `frames` is at least 2 unless a function says otherwise.
 */
export interface FusingLaw {
  /** Level of a pixel that one of `frames` frames (at least 1) shows at `crossed` and the others at `empty`. */
  readonly crossedOnce: (frames: number, crossed: number, empty: number) => number;
  /** Whether what moves is drawn on from frame to frame. */
  readonly keepsMotion: boolean;
  /** Whether the frames come out as one long exposure of all of them would, at the brightness of one: a filter of log2(N) stops. */
  readonly isLongExposure: boolean;
  /** Whether the ground is the average of the frames' ground, between the codes of their files. */
  readonly averagesGround: boolean;
  /** Random noise as a share of one frame's. */
  readonly noiseShare: (frames: number) => number;
  /** How far even ground is lifted, in multiples of one frame's random noise. */
  readonly liftByNoise: (frames: number) => number;
  /** Stars that are not aligned: they run on in what is averaged, or every frame's stand beside each other as arcs. */
  readonly stars: "run-on" | "arcs";
  /** Passers-by: a veil over all frames, the ghosts of single frames, or gone where they are the fewer. */
  readonly people: (frames: number) => "veil" | "ghosts" | "gone";
  /** What of a run's promises a fused picture can be asked: everything, what motion drew, or nothing. */
  readonly tells: "everything" | "motion" | "nothing";
}

/** Small frames of one size that are fused as they come. */
export interface SmallFusing {
  /** Takes a frame in, interleaved sRGB of 8 bits; whoever gives it may not write into it afterwards. */
  add(frame: Uint8Array): void;
  /** What the frames so far come to, sixteen bits a sample. */
  picture(): Uint16Array;
}

/** Size of frames that are fused, pixels. */
export interface FusedSize {
  readonly width: number;
  readonly height: number;
}

/** Methods that see one frame at a time: it is folded into what they keep. */
export interface FoldedWay {
  readonly kind: "folded";
  readonly keeps: readonly AccumulatorId[];
  /** What stands still under what its result shows of single moments, kept beside it where the picture's parts are wanted; null for none. */
  readonly base: AccumulatorId | null;
  /** How its frames come in and go out where nobody has said otherwise. */
  readonly usualFade: (frames: number) => Fade;
  /** What has to be known of all of what is kept before the result can be made; null where nothing has. */
  readonly survey: Survey | null;
  /**
   * Makes the result's samples of a range out of what is kept.
   *
   * @param read The 16-bit samples of a range of what is kept; a view that holds until the next call.
   * @param known What the survey came to; 0 without one.
   * @returns A view that holds until the next call.
   */
  readonly finish: (read: ReadKept, from: number, to: number, known: number) => Uint16Array;
}

/** Counts that are taken range by range, added up, and come to one number. */
export interface Survey {
  readonly counts: number;
  /** Adds a range's counts, in place. */
  readonly count: (counts: Uint32Array, read: ReadKept, from: number, to: number) => void;
  readonly settle: (counts: Uint32Array) => number;
}

/** Reads samples of what a stack keeps, as a 16-bit picture. */
export type ReadKept = (kept: AccumulatorId, from: number, to: number) => Uint16Array;

/** Methods that see a band of all frames at a time. */
export interface BandedWay {
  readonly kind: "banded";
  /** @returns The 16-bit samples of a filled band; a view that holds until the next band. */
  readonly fuseBand: (kernels: StackKernels, band: FrameBand, samples: number, settings: FusingSettings) => Uint16Array;
}

/** Methods that see every frame several times, one after the other. */
export interface PassedWay {
  readonly kind: "passed";
  /** More pixels than this do not fit into memory. */
  readonly mostPixels: number;
  readonly passes: number;
  /** What it keeps between frames. */
  readonly keptBytesPerPixel: number;
  readonly begin: (size: FusedSize) => {
    readonly take: (pass: number, frame: Uint16Array) => void;
    readonly picture: () => Uint16Array;
    /** All that is kept between frames: saved and set again, the passes go on from there. */
    readonly kept: readonly Float32Array[];
  };
}

/** How a method goes over whole pictures. */
export type WholeWay = FoldedWay | BandedWay | PassedWay;

/** What a person may set of a method: the flag of the command, and what it does. */
export const METHOD_OPTIONS = {
  encoded: { flag: "--encoded", does: "average the codes as they are instead of linear light" },
  fade: { flag: "--fade IN,OUT", does: "come in and go out over so many frames" },
  weights: { flag: "--weights W,W,...", does: "let frames count for less than others, each over 0 and up to 1" },
  gaps: { flag: "--fill-gaps", does: "draw stars on from frame to frame where their arcs have gaps" },
  clip: { flag: "--kappa K --iterations N", does: "leave out what lies further off than K deviations, N times" },
} as const;
/** An option that a method may take. */
export type MethodOption = keyof typeof METHOD_OPTIONS;

/** A way to fuse frames: everything that the application knows of it. */
export interface FusingMethod {
  /** Its word, also in the recipe line after the arrow. */
  readonly id: StackMethod;
  readonly words: MethodWords;
  readonly options: readonly MethodOption[];
  /** What its result shows of one frame: its light where it is the brightest or the darkest of them, or a part of all of it. */
  readonly shows: "brightest" | "darkest" | "part";
  /** Whether its frames are all exposed alike, or are those of a bracket. */
  readonly frames: "alike" | "bracket";
  /** Null where no recipe line names it: it is for frames that are there. */
  readonly law: FusingLaw | null;
  readonly whole: WholeWay;
  /** The same for small frames in memory, by plain loops. */
  readonly small: (size: FusedSize, settings?: FusingSettings) => SmallFusing;
}

/** A way to fuse frames that a recipe line may name. */
export interface LineFusingMethod extends FusingMethod {
  readonly id: LineMethod;
  readonly law: FusingLaw;
}
