import { scaleLog } from "d3";
import { readableDuration } from "@/core/recipe";
import { type Edge, productAt, type SolveRequest } from "@/core/solve";

/** The field in pixels: shutter across, ISO up, both in stops. */
export interface FieldBox {
  readonly width: number;
  readonly height: number;
  readonly left: number;
  readonly right: number;
  readonly top: number;
  readonly bottom: number;
}

const MARGIN = { left: 46, right: 14, top: 58, bottom: 30 } as const;

/** The drawing area inside of a box of this size. */
export function fieldBox(width: number, height: number): FieldBox {
  return {
    width,
    height,
    left: MARGIN.left,
    right: width - MARGIN.right,
    top: MARGIN.top,
    bottom: height - MARGIN.bottom,
  };
}

/** Scales of a field: time open in all frames together, and ISO, both logarithmic. */
export function fieldScales(box: FieldBox, request: SolveRequest, frames: number) {
  const { shutterLadder, isoLadder } = request.camera;
  const longest = Math.max(shutterLadder.at(-1)! * Math.max(1, frames), shutterLadder.at(-1)! * 4);
  const shortest = Math.max(shutterLadder[0]!, 1 / 2000);
  return {
    x: scaleLog().base(2).domain([shortest, longest]).range([box.left, box.right]),
    y: scaleLog()
      .base(2)
      .domain([isoLadder[0]! / 1.6, isoLadder.at(-1)! * 1.35])
      .range([box.bottom, box.top]),
  };
}

export type FieldScales = ReturnType<typeof fieldScales>;

/** A line of equal brightness, cut to the field. */
export interface Diagonal {
  readonly stops: number;
  readonly x1: number;
  readonly y1: number;
  readonly x2: number;
  readonly y2: number;
}

/** Where a diagonal of this product (total open time times ISO) runs through the box; null when it misses it. */
export function diagonalThrough(box: FieldBox, { x, y }: FieldScales, product: number): Omit<Diagonal, "stops"> | null {
  const inside = (px: number, py: number) =>
    px >= box.left - 0.5 && px <= box.right + 0.5 && py >= box.top - 0.5 && py <= box.bottom + 0.5;
  const points: [number, number][] = [
    [box.left, y(product / x.invert(box.left))],
    [box.right, y(product / x.invert(box.right))],
    [x(product / y.invert(box.top)), box.top],
    [x(product / y.invert(box.bottom)), box.bottom],
  ];
  const hits = points.filter(([px, py]) => inside(px, py)).sort((a, b) => a[0] - b[0]);
  const first = hits[0];
  const last = hits.at(-1);
  if (!first || !last || last[0] - first[0] < 1) return null;
  return { x1: first[0], y1: first[1], x2: last[0], y2: last[1] };
}

const SHOWN_STOPS = [-4, -2, 0, 2] as const;

/** Lines of equal brightness, labelled by how far they are from the meter. */
export function brightnessDiagonals(
  box: FieldBox,
  scales: FieldScales,
  request: SolveRequest,
  setup: { readonly filterStops: number; readonly frames: number },
): Diagonal[] {
  return SHOWN_STOPS.flatMap((stops) => {
    const line = diagonalThrough(box, scales, productAt(request, setup.filterStops, stops) * setup.frames);
    return line ? [{ stops, ...line }] : [];
  });
}

/** Total open time at which an edge stands in a field of so many frames; null for those of ISO. */
export function edgeSeconds({ curve, of }: Edge, frames: number): number | null {
  if (curve.kind !== "shutter") return null;
  return of === "whole" ? curve.seconds : curve.seconds * frames;
}

/** Whether an edge allows a point of the field. */
export function allows(edge: Edge, totalSeconds: number, iso: number, frames: number): boolean {
  const { curve, forbids } = edge;
  const slack = 1.02;
  if (curve.kind === "shutter") {
    const limit = edgeSeconds(edge, frames)!;
    return forbids === "longer" ? totalSeconds <= limit * slack : totalSeconds * slack >= limit;
  }
  if (curve.kind === "iso") return forbids === "higher" ? iso <= curve.iso * slack : iso * slack >= curve.iso;
  const product = (totalSeconds / frames) * iso;
  return forbids === "brighter" ? product <= curve.product * slack : product * slack >= curve.product;
}

/** A label placed so that it runs into none before it. */
export interface PlacedLabel {
  readonly id: string;
  readonly text: string;
  readonly x: number;
  readonly y: number;
  readonly anchor: "start" | "end";
}

const CHAR_PX = 6.1;
const ROW_PX = 14;

/** Places labels of upright edges in rows above the field, each beside its line, without collisions. */
export function placeLabels(
  labels: readonly { readonly id: string; readonly text: string; readonly at: number }[],
  box: FieldBox,
): PlacedLabel[] {
  const taken: { from: number; to: number; row: number }[] = [];
  return [...labels]
    .sort((a, b) => a.at - b.at)
    .map(({ id, text, at }) => {
      const length = text.length * CHAR_PX + 8;
      const anchor = at + length > box.right ? ("end" as const) : ("start" as const);
      const from = anchor === "start" ? at : at - length;
      let row = 0;
      while (taken.some((each) => each.row === row && from < each.to && from + length > each.from)) row++;
      taken.push({ from, to: from + length, row });
      return { id, text, x: at + (anchor === "start" ? 4 : -4), y: box.top - 7 - row * ROW_PX, anchor };
    });
}

/** Shutter times that photographers know, for the axis. */
const AXIS_SECONDS = [1 / 1000, 1 / 250, 1 / 60, 1 / 15, 1 / 4, 1, 4, 15, 60, 240, 900, 3600];
const LEAST_TICK_PX = 54;
/** Nominal values are rounded: 125 is 0.97 stops over 64. A third of a stop stays outside of this. */
const NOMINAL_SLACK_STOPS = 0.1;

/** Times to label on the axis: those inside of the field, far enough apart that no label runs into the next. */
export function axisTimes({ x }: FieldScales): { seconds: number; at: number; label: string }[] {
  const [from, to] = x.domain() as [number, number];
  const shown: { seconds: number; at: number; label: string }[] = [];
  for (const seconds of AXIS_SECONDS.filter((each) => each >= from && each <= to)) {
    const at = x(seconds);
    if (at - (shown.at(-1)?.at ?? Number.NEGATIVE_INFINITY) < LEAST_TICK_PX) continue;
    shown.push({ seconds, at, label: readableDuration(seconds) });
  }
  return shown;
}

/** ISO values to label: whole stops of the phone's own ladder, from its lowest. */
export function axisIsos(isoLadder: readonly number[]): number[] {
  const lowest = isoLadder[0] ?? 0;
  return isoLadder.filter((iso) => {
    const stops = Math.log2(iso / lowest);
    return Math.abs(stops - Math.round(stops)) < NOMINAL_SLACK_STOPS;
  });
}
