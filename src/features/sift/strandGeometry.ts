import { type ScaleLinear, scaleLinear } from "d3";
import type { FrameSet } from "@/core/inspect";
import { MEASURES, type MeasureId } from "./measures";

/** A frame as it stands on the strand. */
export interface Bead {
  readonly id: string;
  /** Instant, ms; null where nobody knows. */
  readonly atMs: number | null;
  readonly value: number | null;
}

interface Box {
  readonly width: number;
  readonly height: number;
}

/** Room for what stands at the strand's edges, pixels. */
const SIDE_PX = 26;
const TOP_PX = 16;
const FOOT_PX = 20;
/** The strand keeps so much of its height above and below its beads. */
const AIR = 0.08;
/** Of the values this part at either end may lie off the scale: one flash does not flatten all others. */
const OFF_SHARE = 0.02;

/**
 * Where beads stand across: at their instants, or one after the other where somebody knows none of them. Frames that follow each
 * other at once, and again after hours, stand in order too: an hour without frames is not to be scrolled.
 *
 * @param columns Frames that stand above one another, by the name that they share.
 */
export function placesOf(beads: readonly Bead[], columns: ReadonlyMap<string, string> = new Map()): number[] {
  const times = beads.map(({ atMs }) => atMs);
  const steps = times.slice(1).map((at, index) => (at === null || times[index] === null ? null : at - times[index]!));
  const known = steps.filter((step): step is number => step !== null && step > 0).sort((a, b) => a - b);
  const usual = known[known.length >> 1];
  let place = 0;
  return beads.map((_, index) => {
    if (index === 0) return place;
    const column = columns.get(beads[index]!.id);
    if (column !== undefined && column === columns.get(beads[index - 1]!.id)) return place;
    const step = steps[index - 1] ?? null;
    // A pause counts for as much as a few frames.
    place += usual === undefined || step === null || step <= 0 ? 1 : Math.min(6, step / usual);
    return place;
  });
}

/** The strand's scales: places across, the measure up. */
export function strandScales(
  places: readonly number[],
  beads: readonly Bead[],
  measure: MeasureId,
  { width, height }: Box,
): { readonly x: ScaleLinear<number, number>; readonly y: ScaleLinear<number, number> } {
  const x = scaleLinear()
    .domain([places[0] ?? 0, Math.max(1, places.at(-1) ?? 1)])
    .range([SIDE_PX, Math.max(SIDE_PX + 1, width - SIDE_PX)]);
  const values = beads.flatMap(({ value }) => (value === null ? [] : [value])).sort((a, b) => a - b);
  const off = Math.floor(OFF_SHARE * values.length);
  const [low, high] = [values[off] ?? 0, values[values.length - 1 - off] ?? 0];
  const span = Math.max(MEASURES[measure].leastSpan, high - low);
  const middle = (low + high) / 2;
  const reach = (0.5 + AIR) * span;
  const y = scaleLinear()
    .domain([middle - reach, middle + reach])
    .range([height - FOOT_PX, TOP_PX])
    .clamp(true);
  return { x, y };
}

/** The bead nearest to a place across, and among those that stand above one another up; -1 without any. */
export function nearestBead(xs: readonly number[], ys: readonly (number | null)[], atX: number, atY: number): number {
  let best = -1;
  const across = (index: number) => Math.abs(xs[index]! - atX);
  const up = (index: number) => Math.abs((ys[index] ?? Number.POSITIVE_INFINITY) - atY);
  for (let index = 0; index < xs.length; index++)
    if (best < 0 || across(index) < across(best) || (xs[index] === xs[best] && up(index) < up(best))) best = index;
  return best;
}

/** Frames of a bracket stand above one another: each by its set's first frame. */
export const columnsOf = (sets: readonly FrameSet[]): ReadonlyMap<string, string> =>
  new Map(
    sets.flatMap(({ kind, ids }) => (kind === "bracket" ? ids.map((id): [string, string] => [id, ids[0]!]) : [])),
  );

/** Beads that a line joins, by their numbers. */
export interface Thread {
  readonly beads: readonly number[];
  /** Frames of no sequence and no bracket, one try after the other. */
  readonly isTries: boolean;
}

/** What belongs together is a strand of its own: sequences, brackets, and between them the frames that were tries. */
export function threadsOf(beads: readonly Bead[], sets: readonly FrameSet[]): Thread[] {
  const indexOf = new Map(beads.map(({ id }, index) => [id, index]));
  const inSets = new Set(sets.flatMap(({ ids }) => ids));
  const tries: number[][] = [];
  beads.forEach(({ id }, index) => {
    if (inSets.has(id)) return;
    if (tries.at(-1)?.at(-1) === index - 1) tries.at(-1)!.push(index);
    else tries.push([index]);
  });
  return [
    ...sets.map(({ ids }) => ({ beads: ids.flatMap((id) => indexOf.get(id) ?? []), isTries: false })),
    ...tries.filter(({ length }) => length > 1).map((each) => ({ beads: each, isTries: true })),
  ];
}
