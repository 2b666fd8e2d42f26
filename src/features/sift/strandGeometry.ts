import { type ScaleLinear, scaleLinear } from "d3";
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
 */
export function placesOf(beads: readonly Bead[]): number[] {
  const times = beads.map(({ atMs }) => atMs);
  const steps = times.slice(1).map((at, index) => (at === null || times[index] === null ? null : at - times[index]!));
  const known = steps.filter((step): step is number => step !== null && step > 0).sort((a, b) => a - b);
  const usual = known[known.length >> 1];
  let place = 0;
  return beads.map((_, index) => {
    if (index === 0) return place;
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

/** The bead nearest to a place across; -1 without any. */
export function nearestBead(xs: readonly number[], at: number): number {
  let best = -1;
  for (let index = 0; index < xs.length; index++)
    if (best < 0 || Math.abs(xs[index]! - at) < Math.abs(xs[best]! - at)) best = index;
  return best;
}
