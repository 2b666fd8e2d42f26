import { interpolateRgb, rgb } from "d3";
import type { ScoredNight } from "@/core/night";
import type { SkyInk, SkyScale } from "@/ui/theme/inPage";

/** A night's best cells come so near to the brightest colour, and middling ones stay dark. */
const MOST_LIT = 0.9;
const LIT_POWER = 1.7;
/** Nights that are named are so far apart, days. */
const APART_DAYS = 20;

/** The steps of a night, from the evening to the morning, that are dark somewhere in the year; null before any is known. */
export function shownSteps(nights: readonly ScoredNight[]): readonly [first: number, last: number] | null {
  let [first, last] = [Number.POSITIVE_INFINITY, -1];
  for (const { hours } of nights) {
    const at = hours.sunDeg.findIndex((deg) => deg < 0);
    if (at < 0) continue;
    first = Math.min(first, at);
    last = Math.max(
      last,
      hours.sunDeg.findLastIndex((deg) => deg < 0),
    );
  }
  return last < 0 ? null : [first, last];
}

/** The carpet's cells, a pixel each: nights across, steps up; the night's own colour, the brighter the higher the score, nothing by day. */
export function carpetCells(
  nights: readonly ScoredNight[],
  [first, last]: readonly [number, number],
  colour: SkyScale,
  ink: SkyInk,
): { readonly width: number; readonly height: number; readonly data: Uint8ClampedArray<ArrayBuffer> } {
  const [width, height] = [nights.length, last - first + 1];
  const data = new Uint8ClampedArray(4 * width * height);
  nights.forEach(({ hours }, column) => {
    for (let step = first; step <= last; step++) {
      const sun = hours.sunDeg[step]!;
      if (sun >= 0) continue;
      const { r, g, b } = rgb(
        interpolateRgb(colour(sun), ink.paper)(MOST_LIT * (hours.score[step]! / 100) ** LIT_POWER),
      );
      data.set([r, g, b, 255], 4 * ((last - step) * width + column));
    }
  });
  return { width, height, data };
}

/** Where something rises or sets in the dark: night and the step behind. */
export function crossings(
  nights: readonly ScoredNight[],
  of: "moonUp" | "coreUp",
): readonly { readonly night: number; readonly step: number }[] {
  return nights.flatMap(({ hours }, night) =>
    Array.from(hours.sunDeg.keys())
      .slice(1)
      .flatMap((step) =>
        hours[of][step] !== hours[of][step - 1] && hours.sunDeg[step]! < 0 && hours.sunDeg[step - 1]! < 0
          ? [{ night, step }]
          : [],
      ),
  );
}

/** The best nights of a year, the best first, each a season apart from the others. */
export function bestNights(nights: readonly ScoredNight[], most: number): readonly number[] {
  const order = nights.map((_, at) => at).sort((a, b) => nights[b]!.score - nights[a]!.score);
  const best: number[] = [];
  for (const at of order) {
    if (best.length === most || nights[at]!.score <= 0) break;
    if (best.every((each) => Math.abs(each - at) >= APART_DAYS)) best.push(at);
  }
  return best;
}
