import { readableDuration, type StackMethod } from "../../recipe";

/** Where an edge runs in the field of shutter and ISO. */
export type EdgeCurve =
  | { readonly kind: "shutter"; readonly seconds: number }
  | { readonly kind: "iso"; readonly iso: number }
  /** Shutter of one frame times ISO, seconds: a diagonal. */
  | { readonly kind: "product"; readonly product: number }
  /** No line: a number of frames, at any shutter and ISO. */
  | { readonly kind: "frames"; readonly count: number }
  /** No line: the pause between frames may be at most this; the phone's own is beside it. */
  | { readonly kind: "pause"; readonly mostSeconds: number; readonly seconds: number };

/** A limit of the field. */
export interface Edge {
  readonly id: string;
  readonly name: string;
  readonly curve: EdgeCurve;
  /** The side on which it forbids. */
  readonly forbids: "longer" | "shorter" | "higher" | "lower" | "brighter" | "darker" | "more" | "fewer";
  /** Whether it bounds a frame, or the time of all frames together. */
  readonly of: "frame" | "whole";
  /** Whether it only warns: the ground beyond it stays open. */
  readonly soft: boolean;
  readonly reason: string;
  /** What would move it, and by how much. */
  readonly moves: string;
}

/** How a field is set up: the filter before the lens, the number of frames and how they are fused. */
export interface FieldSetup {
  readonly filterStops: number;
  readonly frames: number;
  readonly stack: StackMethod | null;
  /** From the end of a frame to the start of the next. */
  readonly pauseSeconds: number;
  /** From pressing to the first frame. */
  readonly delaySeconds: number;
  /** How far a bracket's shortest and longest frame lie from the middle one; 0 without a bracket. */
  readonly reachStops: number;
}

/** One frame through the bare lens. */
export const BARE_SETUP: FieldSetup = {
  ...{ filterStops: 0, frames: 1, stack: null, pauseSeconds: 0, delaySeconds: 0, reachStops: 0 },
};

/** Whether motion adds up over the frames: by all ways to fuse that keep what moves. */
export function addsMotion({ frames, stack }: Pick<FieldSetup, "frames" | "stack">): boolean {
  return frames === 1 || stack === "mean" || stack === "lighten" || stack === "lighten over mean";
}

/** Whether light is averaged over the frames, and with it whatever moved in them. */
export function averagesLight({ frames, stack }: Pick<FieldSetup, "frames" | "stack">): boolean {
  return frames === 1 || stack === "mean" || stack === "lighten over mean";
}

/** Total open time at which an edge stands in a field of so many frames; null for those that are not of the shutter. */
export function edgeSeconds({ curve, of }: Edge, frames: number): number | null {
  if (curve.kind !== "shutter") return null;
  return of === "whole" ? curve.seconds : curve.seconds * frames;
}

/** Nominal values are rounded; a rung this close to an edge still counts as on it. */
const SLACK = 1.02;

/** Whether an edge allows a point of the field: total open time of all frames, ISO, and how many frames. */
export function allows(edge: Edge, totalSeconds: number, iso: number, frames: number): boolean {
  const { curve, forbids } = edge;
  switch (curve.kind) {
    case "shutter": {
      const limit = edgeSeconds(edge, frames)!;
      return forbids === "longer" ? totalSeconds <= limit * SLACK : totalSeconds * SLACK >= limit;
    }
    case "iso":
      return forbids === "higher" ? iso <= curve.iso * SLACK : iso * SLACK >= curve.iso;
    case "product": {
      const product = (totalSeconds / frames) * iso;
      return forbids === "brighter" ? product <= curve.product * SLACK : product * SLACK >= curve.product;
    }
    case "frames":
      return forbids === "more" ? frames <= curve.count : frames >= curve.count;
    case "pause":
      return frames === 1 || curve.seconds <= curve.mostSeconds;
    default:
      return curve satisfies never;
  }
}

/** A time as it is said: a fraction, to a tenth of a second, or, from ten minutes on, to the minute. */
export function rounded(seconds: number): string {
  if (seconds < 1) return readableDuration(1 / Math.max(1, Math.round(1 / seconds)));
  return readableDuration(seconds < 600 ? Math.round(seconds * 10) / 10 : Math.round(seconds / 60) * 60);
}

/** A vertical edge in seconds, as a list of one; of none where the time is not finite and positive. */
export function shutterEdge(
  edge: Omit<Edge, "curve" | "soft"> & { readonly seconds: number; readonly soft?: boolean },
): Edge[] {
  const { seconds, soft = false, ...rest } = edge;
  return Number.isFinite(seconds) && seconds > 0 ? [{ ...rest, soft, curve: { kind: "shutter", seconds } }] : [];
}
