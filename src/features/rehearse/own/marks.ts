import type { OwnPicture } from "@/contracts/own";
import { LAMP_CLASSES, type LampClassId } from "@/core/light";
import { WATERS, type WaterKind } from "@/core/motion";

export const TOOLS = [
  { value: "none", name: "nothing" },
  { value: "path", name: "a lamp's way" },
  { value: "water", name: "water" },
  { value: "crowd", name: "people" },
  { value: "sky", name: "stars" },
] as const;
export type ToolId = (typeof TOOLS)[number]["value"];

/** A point under the hand: shares of the picture's width and height, and seconds since it began. */
export type DrawnPoint = readonly [number, number, number];

/** More points of one mark than this are thinned out: a line looks no different. */
const MOST_KEPT = 300;
const thinned = (points: readonly DrawnPoint[]): readonly DrawnPoint[] => {
  const every = Math.ceil(points.length / MOST_KEPT);
  return points.filter((_, i) => i % every === 0 || i === points.length - 1);
};
/** Shorter ways than this part of the picture, and faster ones than a hand, are slips. */
const LEAST_SHARE = 0.01;
const rounded = (value: number): number => Math.round(1e4 * value) / 1e4;

/** What of a drawn line is kept; null where it is none. */
export function keptPoints(drawn: readonly DrawnPoint[]): readonly DrawnPoint[] | null {
  const points = thinned(drawn).map(([x, y, at]) => [rounded(x), rounded(y), rounded(at)] as const);
  const xs = points.map(([x]) => x);
  const ys = points.map(([, y]) => y);
  const wide = Math.max(Math.max(...xs) - Math.min(...xs), Math.max(...ys) - Math.min(...ys));
  return points.length < 3 || wide < LEAST_SHARE ? null : points;
}

/** A picture with one more mark on it; as it was where what was drawn is none. */
export function withMark(
  own: OwnPicture,
  tool: Exclude<ToolId, "none">,
  drawn: readonly DrawnPoint[],
  lamp: LampClassId,
  water: WaterKind,
): OwnPicture {
  const points = keptPoints(drawn);
  if (points === null) return own;
  if (tool === "path") return { ...own, paths: [...own.paths, { kind: "path", lamp, points }] };
  const outline = points.map(([x, y]) => [x, y] as const);
  const region = tool === "water" ? ({ kind: "water", water, outline } as const) : ({ kind: tool, outline } as const);
  return { ...own, regions: [...own.regions, region] };
}

/** What is drawn, in words, each with the picture as it is without it. */
export function drawnMarks(
  own: OwnPicture,
): { readonly key: string; readonly name: string; readonly without: OwnPicture }[] {
  const paths = own.paths.map(({ lamp, points }, i) => ({
    key: `path ${i}`,
    name: `${LAMP_CLASSES[lamp].name}, ${points.at(-1)![2].toFixed(1)} s`,
    without: { ...own, paths: own.paths.filter((_, at) => at !== i) },
  }));
  const names = { crowd: "people", sky: "stars" } as const;
  const regions = own.regions.map((region, i) => ({
    key: `region ${i}`,
    name: region.kind === "water" ? WATERS[region.water].name : names[region.kind],
    without: { ...own, regions: own.regions.filter((_, at) => at !== i) },
  }));
  return [...paths, ...regions];
}
