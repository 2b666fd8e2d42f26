import { area, line, scaleLinear, scaleTime, scaleUtc } from "d3";
import { DateTime } from "luxon";
import type { Moment } from "@/core/night";

/** The night shown in a box: which stretch, how large, where the parts stand. */
export interface RibbonBox {
  readonly domain: readonly [number, number];
  readonly width: number;
  readonly top: number;
  readonly bottom: number;
}

const EV_SHOWN = [-9, 16] as const;
const MOST_POINTS = 480;

/** Time to pixels. */
export const timeScale = ({ domain, width }: RibbonBox) => scaleTime().domain(domain).range([0, width]);

/** EV to pixels. */
export const evScale = ({ top, bottom }: RibbonBox) => scaleLinear().domain(EV_SHOWN).range([bottom, top]).clamp(true);

/** The moments of a stretch with one on either side, thinned to what a screen can show. */
export function visibleMoments(moments: readonly Moment[], [from, to]: readonly [number, number]): Moment[] {
  const first = moments[0];
  if (!first || moments.length < 2) return [...moments];
  const stepMs = moments[1]!.atMs - first.atMs;
  const low = Math.max(0, Math.floor((from - first.atMs) / stepMs) - 1);
  const high = Math.min(moments.length - 1, Math.ceil((to - first.atMs) / stepMs) + 1);
  const stride = Math.max(1, Math.floor((high - low) / MOST_POINTS));
  const shown: Moment[] = [];
  for (let i = low; i < high; i += stride) shown.push(moments[i]!);
  shown.push(moments[high]!);
  return shown;
}

/** Path of a value over time, broken where it is null. */
export function linePath(
  moments: readonly Moment[],
  x: (atMs: number) => number,
  y: (moment: Moment) => number | null,
): string {
  return (
    line<Moment>()
      .defined((m) => y(m) !== null)
      .x((m) => x(m.atMs))
      .y((m) => y(m) ?? 0)([...moments]) ?? ""
  );
}

/** Area under a value over time, broken where it is null. */
export function areaPath(
  moments: readonly Moment[],
  x: (atMs: number) => number,
  base: number,
  y: (moment: Moment) => number | null,
): string {
  return (
    area<Moment>()
      .defined((m) => y(m) !== null)
      .x((m) => x(m.atMs))
      .y0(base)
      .y1((m) => y(m) ?? base)([...moments]) ?? ""
  );
}

const PX_PER_TICK = 84;

/** Ticks on the site's own clock, as close as the zoom allows, each written as finely as needed. */
export function clockTicks({ domain, width }: RibbonBox, zone: string): { atMs: number; label: string }[] {
  const [from, to] = domain;
  const offsetMs = DateTime.fromMillis((from + to) / 2, { zone }).offset * 60_000;
  const wall = scaleUtc().domain([from + offsetMs, to + offsetMs]);
  const format = to - from < 10 * 60_000 ? "HH:mm:ss" : "HH:mm";
  return wall.ticks(Math.max(2, Math.round(width / PX_PER_TICK))).map((tick) => {
    const atMs = tick.getTime() - offsetMs;
    const at = DateTime.fromMillis(atMs, { zone });
    return { atMs, label: at.toFormat(to - from < 8000 ? "ss.SSS" : format) };
  });
}

/** The moment nearest to an instant, worked out anew so that it is right between the samples too. */
export function clampTo(atMs: number, beginMs: number, endMs: number): number {
  return Math.max(beginMs, Math.min(endMs, atMs));
}

const SNAP_PX = 7;

/** An instant moved onto the nearest edge, when one is close enough on the screen. */
export function snapped(atMs: number, edges: readonly number[], msPerPx: number): number {
  let best = atMs;
  let least = SNAP_PX * msPerPx;
  for (const edge of edges) {
    if (Math.abs(edge - atMs) < least) {
      least = Math.abs(edge - atMs);
      best = edge;
    }
  }
  return best;
}
