import type { Camera } from "@/core/camera";
import type { Recipe } from "@/core/recipe";

/** What a phone tells about itself. */
export interface PhoneCapabilities {
  readonly camera: Camera;
  /** Widths in pixels that it can write, largest first. */
  readonly widthsPx: readonly number[];
}

/** What it is doing. */
export interface PhoneStatus {
  readonly state: "idle" | "armed" | "capturing";
  readonly framesTaken: number;
}

/** Choices of a run that are not part of the recipe. */
export interface CaptureOptions {
  readonly widthPx: number;
  /** Wait as long as the recipe says, or go on as soon as each frame is there. */
  readonly pace: "recipe" | "quick";
  /** When the release is pressed, on the scene's own clock; null for when it is. */
  readonly startsAt: Date | null;
  /** Fixes everything random, for runs that must come out the same. */
  readonly seed: number;
}

/** A part of a recipe that the phone cannot do, in words. */
export interface ArmProblem {
  readonly part: "shutter" | "iso" | "size" | "delay" | "files";
  readonly message: string;
}

export type ArmResult =
  | { readonly kind: "armed" }
  | { readonly kind: "refused"; readonly problems: readonly ArmProblem[] };

/** A picture file as the phone wrote it. */
export interface CapturedFrame {
  readonly index: number;
  readonly name: string;
  readonly jpeg: Uint8Array;
  /** A DNG; null where the line asks for none. */
  readonly raw: Uint8Array | null;
  /** As the phone says it. */
  readonly shutterSeconds: number;
  readonly iso: number;
  readonly takenAt: Date;
}

/** A phone that can be driven: all that the rest of the application knows of one. */
export interface Phone {
  capabilities(): Promise<PhoneCapabilities>;
  status(): Promise<PhoneStatus>;
  /** Checks and loads a recipe; nothing is taken yet. */
  arm(recipe: Recipe, options: CaptureOptions): Promise<ArmResult>;
  /** Takes the armed recipe's frames, in order, until it ends or `abort` is called. @throws Error when not armed. */
  capture(): AsyncIterable<CapturedFrame>;
  /** Ends the capture after the frame at hand. */
  abort(): Promise<void>;
}
