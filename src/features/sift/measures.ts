import type { FrameFigures, PlannedFrame } from "@/contracts/frameFigures";
import { plain, signed } from "@/core/words";
import type { RunFigures } from "./useFigures";

type Measured = Extract<FrameFigures, { kind: "measured" }>;

/** Something by which frames stand on the strand and are sorted. */
interface Measure {
  readonly name: string;
  /** Null where a frame does not tell, or where nobody planned it. */
  readonly of: (figures: Measured, planned: PlannedFrame | undefined) => number | null;
  readonly said: (value: number) => string;
  /** Frames that differ by less than this look alike: the strand shows at least so much. */
  readonly leastSpan: number;
}

/** All of them, by what they are called in the list. */
export const MEASURES = {
  recipe: {
    name: "light against the recipe",
    of: ({ exposureError }, planned) =>
      planned?.meterStops == null ? null : exposureError.centre - planned.meterStops,
    said: (value) => `${signed(value)} stops from what the recipe promised`,
    leastSpan: 1,
  },
  light: {
    name: "light",
    of: ({ exposureError }) => exposureError.centre,
    said: (value) => `${signed(value)} stops from the meter`,
    leastSpan: 1,
  },
  edges: {
    name: "width of edges",
    of: ({ sharpPx }) => sharpPx,
    said: (value) => `edges ${plain(value)} px wide`,
    leastSpan: 2,
  },
  points: {
    name: "width of stars and lamps",
    of: ({ smear }) => smear?.fwhmPx ?? null,
    said: (value) => `points ${plain(value)} px wide`,
    leastSpan: 2,
  },
  smear: {
    name: "shake or trailing",
    of: ({ smear }) => smear?.lengthPx ?? null,
    said: (value) => `points drawn out by ${plain(value)} px`,
    leastSpan: 3,
  },
  clipped: {
    name: "clipped share",
    of: ({ clippedAny }) => 100 * clippedAny,
    said: (value) => `${plain(value, 2)} % clipped`,
    leastSpan: 1,
  },
  noise: {
    name: "noise",
    of: ({ noise }) => noise?.green ?? null,
    said: (value) => `noise of ${plain(value)} codes`,
    leastSpan: 2,
  },
  drift: {
    name: "drift",
    of: ({ drift }) => drift && Math.hypot(drift.x, drift.y),
    said: (value) => `${plain(value)} px from the first frame`,
    leastSpan: 2,
  },
  hot: {
    name: "hot pixels",
    of: ({ hotPixels }) => hotPixels,
    said: (value) => `${plain(value, 0)} hot pixels`,
    leastSpan: 20,
  },
} as const satisfies Record<string, Measure>;
/** One of them. */
export type MeasureId = keyof typeof MEASURES;
export const MEASURE_IDS = Object.keys(MEASURES) as MeasureId[];

/** A frame's value of a measure; null before it is measured, and where it does not tell. */
export function measuredValue(
  measure: MeasureId,
  { byId, planned }: Pick<RunFigures, "byId" | "planned">,
  frameId: string,
): number | null {
  const figures = byId.get(frameId);
  const { of }: Measure = MEASURES[measure];
  return figures?.kind === "measured" ? of(figures, planned.get(frameId)) : null;
}
