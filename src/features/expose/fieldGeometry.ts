import { scaleLog } from "d3";
import type { SolveRequest } from "@/core/intent";
import { readableDuration } from "@/core/recipe";
import { type Edge, productAt } from "@/core/solve";
import { signed } from "@/core/words";

/** The widest that letters of a label come on average. */
const CHAR_PX = 6.4;
const ROW_PX = 14;

/** The field in pixels: shutter across, ISO up, both in stops. */
export interface FieldBox {
  readonly width: number;
  readonly height: number;
  readonly left: number;
  readonly right: number;
  readonly top: number;
  readonly bottom: number;
}

const MARGIN = { left: 46, right: 14, top: 14, bottom: 30 } as const;

/** The drawing area inside of a box of this size, with so many rows of names above it. */
export function fieldBox(width: number, height: number, nameRows: number): FieldBox {
  return {
    width,
    height,
    left: MARGIN.left,
    right: width - MARGIN.right,
    top: MARGIN.top + nameRows * ROW_PX,
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

/** A label placed so that it runs into none before it. */
export interface PlacedLabel {
  readonly id: string;
  readonly text: string;
  readonly x: number;
  readonly y: number;
  readonly anchor: "start" | "end";
}

/** An upright edge as it stands in the field. */
interface UprightName {
  readonly id: string;
  readonly text: string;
  readonly at: number;
}

/** Total open time at which an edge stands in a field of so many frames; null for those that are not of the shutter. */
export const edgeSeconds = ({ curve }: Edge, frames: number): number | null =>
  curve.kind === "shutter" ? curve.seconds * frames : null;

/** Names of upright edges that are in the field, with where they stand. */
export function uprightNames(edges: readonly Edge[], { x }: FieldScales, frames: number): UprightName[] {
  const [from, to] = x.domain() as [number, number];
  return edges.flatMap((edge) => {
    const seconds = edgeSeconds(edge, frames);
    if (seconds === null || seconds < from || seconds > to) return [];
    return [{ id: edge.id, text: edge.name, at: x(seconds) }];
  });
}

/** Rows of names above the field; more would take the field's room. */
const MOST_ROWS = 3;

/** An upright edge's name in its row above the field; row 0 is the lowest. */
interface NameInRow extends UprightName {
  readonly anchor: "start" | "end";
  readonly row: number;
}

/**
 * Puts names of upright edges in rows above the field, each beside its line, without collisions. `within` are those for
 * which no row has room: they stand inside of the field.
 */
export function nameRows(
  names: readonly UprightName[],
  right: number,
): { readonly rows: readonly NameInRow[]; readonly within: readonly UprightName[] } {
  const taken: { readonly from: number; readonly to: number; readonly row: number }[] = [];
  const rows: NameInRow[] = [];
  const within: UprightName[] = [];
  for (const name of [...names].sort((a, b) => a.at - b.at)) {
    const length = name.text.length * CHAR_PX + 8;
    const spots = Array.from({ length: MOST_ROWS }, (_, row) => [
      { row, anchor: "start" as const, from: name.at, to: name.at + length },
      { row, anchor: "end" as const, from: name.at - length, to: name.at },
    ]).flat();
    const free = spots.find(
      ({ row, from, to }) =>
        from >= 0 && to <= right && !taken.some((each) => each.row === row && from < each.to && to > each.from),
    );
    if (free) {
      taken.push(free);
      rows.push({ ...name, anchor: free.anchor, row: free.row });
    } else within.push(name);
  }
  return { rows, within };
}

/** Where names of rows come to stand over the field. */
export function placeRows(rows: readonly NameInRow[], box: FieldBox): PlacedLabel[] {
  return rows.map(({ id, text, at, anchor, row }) => ({
    id,
    text,
    anchor,
    x: at + (anchor === "start" ? 4 : -4),
    y: box.top - 7 - row * ROW_PX,
  }));
}

/** A stretch of the field that is taken by something written there. */
export interface Taken {
  readonly left: number;
  readonly right: number;
  readonly top: number;
  readonly bottom: number;
}

/** What a text takes when it is written at a point. */
export function takenBy(text: string, x: number, y: number, anchor: "start" | "end" | "middle"): Taken {
  const length = text.length * CHAR_PX + 6;
  const left = anchor === "start" ? x : anchor === "end" ? x - length : x - length / 2;
  return { left, right: left + length, top: y - 11, bottom: y + 4 };
}

const apart = (a: Taken, b: Taken): boolean =>
  a.right <= b.left || b.right <= a.left || a.bottom <= b.top || b.bottom <= a.top;

/** Names of the brightness diagonals at their upper ends; the meter's comes first, others only where they fit. */
export function placeDiagonals(diagonals: readonly Diagonal[], box: FieldBox): PlacedLabel[] {
  const taken: Taken[] = [];
  const meterFirst = [...diagonals].sort((a, b) => Number(b.stops === 0) - Number(a.stops === 0));
  return meterFirst.flatMap(({ stops, x1, y1 }): PlacedLabel[] => {
    const text = stops === 0 ? "meter" : signed(stops, 0);
    const [x, y] = [x1 + 6, Math.max(box.top + 13, y1 + 15)];
    const own = takenBy(text, x, y, "start");
    if (own.right > box.right || taken.some((each) => !apart(each, own))) return [];
    taken.push(own);
    return [{ id: String(stops), text, x, y, anchor: "start" }];
  });
}

/** Parts of a line at which its name may stand, the best first. */
const PLACES = [0.98, 0.8, 0.62, 0.44, 0.26, 0.1] as const;

/**
 * Places names of edges along their lines, inside of the field, clear of what is taken and of each
 * other. A name that finds no room is left out; the list of limits beside the field still has it.
 */
export function placeAlong(
  lines: readonly { readonly id: string; readonly text: string; readonly line: Omit<Diagonal, "stops"> }[],
  box: FieldBox,
  taken: readonly Taken[],
): PlacedLabel[] {
  const all = [...taken];
  return lines.flatMap(({ id, text, line }): PlacedLabel[] => {
    const level = Math.abs(line.y2 - line.y1) < 1;
    const upright = Math.abs(line.x2 - line.x1) < 1;
    const at = (dx: number, dy: number, anchor: "start" | "end") =>
      PLACES.map((part) => ({
        x: line.x1 + part * (line.x2 - line.x1) + dx,
        y: line.y1 + part * (line.y2 - line.y1) + dy,
        anchor,
      }));
    // Beside a slanted line the name stands to its right above, or else to its left below.
    const spots = level
      ? [...at(0, -5, "end"), ...at(0, 14, "end")]
      : upright
        ? [...at(5, 13, "start"), ...at(-5, 13, "end")]
        : [...at(8, -3, "start"), ...at(-8, 13, "end")];
    const free = spots.find(({ x, y, anchor }) => {
      const own = takenBy(text, x, y, anchor);
      const inside = own.left >= box.left && own.right <= box.right && own.top >= box.top && own.bottom <= box.bottom;
      return inside && all.every((each) => apart(each, own));
    });
    if (!free) return [];
    all.push(takenBy(text, free.x, free.y, free.anchor));
    return [{ id, text, ...free }];
  });
}

/** The line of a level or slanted edge, cut to the field; null for others and for those outside of it. */
export function edgeLine(
  edge: Edge,
  box: FieldBox,
  scales: FieldScales,
  frames: number,
): Omit<Diagonal, "stops"> | null {
  if (edge.curve.kind === "product") return diagonalThrough(box, scales, edge.curve.product * frames);
  if (edge.curve.kind !== "iso") return null;
  const at = scales.y(edge.curve.iso);
  return at < box.top || at > box.bottom ? null : { x1: box.left, x2: box.right, y1: at, y2: at };
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
