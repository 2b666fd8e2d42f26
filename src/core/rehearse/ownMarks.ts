import type { LampClassId } from "../light";
import type { WaterKind } from "../motion";

/** Where in a picture: shares of its width and height. */
export type OutlinePoint = readonly [number, number];

/** A lamp's way over the picture, with the seconds at which the hand was there. */
export interface OwnPath {
  readonly lamp: LampClassId;
  readonly points: readonly (readonly [number, number, number])[];
}

/** A part of the picture in which something moves. */
export type OwnRegion =
  | { readonly kind: "water"; readonly water: WaterKind; readonly outline: readonly OutlinePoint[] }
  | { readonly kind: "crowd" | "sky"; readonly outline: readonly OutlinePoint[] };

/** What is drawn on a picture, and what one knows of the place beside it. */
export interface OwnMarks {
  readonly paths: readonly OwnPath[];
  readonly regions: readonly OwnRegion[];
  /** How far off the lamp of a path is, metres. */
  readonly distanceM: number;
  readonly lampIntensityCd: number | null;
  /** Where the stars turn about, as the picture was aimed; null without an aim. */
  readonly aim: { readonly latitudeDeg: number; readonly azimuthDeg: number; readonly tiltDeg: number } | null;
}
