import type { LineAlignment } from "../align/alignments";
import type { NeutralFilter } from "../light";
import type { LineMethod } from "../stack/methodIds";

/** How many pictures, how long each, and how far apart. */
export interface Sequence {
  /** At least 1. */
  readonly frames: number;
  readonly shutterSeconds: number;
  /** From the start of one frame to the start of the next, at least the shutter time; null leaves it to the phone. */
  readonly periodSeconds: number | null;
}

/** White balance: a fixed temperature, locked from the automatic one, or left to raw development. */
export type WhiteBalance = { readonly kind: "kelvin"; readonly kelvin: number } | { readonly kind: "lock" | "raw" };

/** Focus: at a distance, at infinity, or automatic once and then locked. */
export type Focus = { readonly kind: "distance"; readonly metres: number } | { readonly kind: "infinity" | "lock" };

/** What the phone writes for each frame. */
export type FileChoice = "jpeg" | "raw" | "raw+jpeg";

/** The settings of a shot. Every part may be absent: null, or an empty list of filters. */
export interface Recipe {
  readonly sequence: Sequence | null;
  /** Stops from each frame to the next, around the sequence's shutter time; null for frames that are all alike. */
  readonly bracketStops: number | null;
  /**
   * Stops of shutter time over the first frame's, at places that share the run out evenly, the last at its last frame; between them
   * it goes evenly. Null for a run that stays as it begins.
   */
  readonly rampStops: readonly number[] | null;
  readonly iso: number | null;
  readonly filters: readonly NeutralFilter[];
  readonly whiteBalance: WhiteBalance | null;
  readonly focus: Focus | null;
  readonly delaySeconds: number | null;
  readonly files: FileChoice | null;
  readonly stack: LineMethod | null;
  /** What the frames are laid over each other by before they are fused; null where they are fused as they lie. */
  readonly align: LineAlignment | null;
}

/** A recipe in which nothing is said yet. */
export const EMPTY_RECIPE: Recipe = {
  sequence: null,
  bracketStops: null,
  rampStops: null,
  iso: null,
  filters: [],
  whiteBalance: null,
  focus: null,
  delaySeconds: null,
  files: null,
  stack: null,
  align: null,
};

/** Inclusive bounds of each quantity a line may hold; outside of them no camera or timer goes. */
export const RECIPE_BOUNDS = {
  frames: [1, 100_000],
  shutterSeconds: [1e-5, 86_400],
  periodSeconds: [1e-5, 86_400],
  iso: [1, 409_600],
  kelvin: [1667, 25_000],
  focusMetres: [0.01, 100_000],
  bracketStops: [0.3, 6],
  rampStops: [-12, 12],
  rampPlaces: [1, 24],
  delaySeconds: [0, 86_400],
  filterFactor: [1, 1e9],
  filterStops: [0, 30],
  filterDensity: [0, 9],
} as const satisfies Record<string, readonly [number, number]>;
