import { median } from "../median";
import { widestEdgePx } from "../picture";
import type { PlannedFigures } from "../solve";
import { plain, signed } from "../words";
import type { PictureFigures } from "./inspectPicture";

/** A frame as it was measured and as it was planned. */
export interface PlannedFrame {
  readonly figures: Pick<PictureFigures, "exposureError" | "clippedAll" | "sharpPx" | "edgeShake" | "smear">;
  readonly planned: PlannedFigures;
}

/** Something that was planned, and how it came out: usual values over the frames that tell. */
export interface PlannedGot {
  readonly of: "light" | "edges" | "clipped" | "trail";
  readonly planned: number;
  readonly got: number;
  /** Both, in words. */
  readonly said: string;
  /** What follows from it for the next time; null where it came out as planned. */
  readonly lesson: string | null;
}

/** A meter over the whole picture lies up to so far from the light of what the picture is of: frames of the scenes that ship. */
const ENOUGH_STOPS = 1;
/** Edges that are so many times as wide as planned were shaken by more than was reckoned with. */
const SHAKEN_TIMES = 1.5;
/** White areas that count, share of the picture, and how many times the planned ones they have to be. */
const LEAST_WHITE = 0.01;
const WHITE_TIMES = 3;
/** Stars that are drawn out by so much more than planned, pixels and times. */
const LEAST_TRAIL_PX = 1.5;
const TRAIL_TIMES = 1.5;

interface Row {
  readonly got: (figures: PlannedFrame["figures"]) => number | null;
  readonly planned: (planned: PlannedFigures) => number | null;
  readonly said: (got: number, planned: number) => string;
  readonly lesson: (got: number, planned: number) => string | null;
}

const ROWS: Readonly<Record<PlannedGot["of"], Row>> = {
  light: {
    got: ({ exposureError }) => exposureError.centre,
    planned: ({ meterStops }) => meterStops,
    said: (got, planned) => `${signed(got)} stops from the meter, planned ${signed(planned)}`,
    lesson: (got, planned) =>
      Math.abs(got - planned) <= ENOUGH_STOPS
        ? null
        : `The place was about ${plain(Math.abs(got - planned), 0)} stops ${got > planned ? "brighter" : "darker"} than the shot says: set its light by as much, and the next plan fits.`,
  },
  edges: {
    got: ({ sharpPx, edgeShake }) => (sharpPx === null ? null : widestEdgePx(sharpPx, edgeShake)),
    planned: ({ edgePx }) => edgePx,
    said: (got, planned) => `edges ${plain(got)} px wide where they are drawn out most, planned ${plain(planned)}`,
    lesson: (got, planned) =>
      got < SHAKEN_TIMES * planned
        ? null
        : "They were drawn out by more than was reckoned with: a longer delay, a steadier support, or focus on something far off.",
  },
  clipped: {
    got: ({ clippedAll }) => clippedAll,
    planned: ({ clippedShare }) => clippedShare,
    said: (got, planned) => `${plain(100 * got, 1)} % white, planned ${plain(100 * planned, 1)} % beside the lamps`,
    lesson: (got, planned) =>
      got < LEAST_WHITE || got < WHITE_TIMES * planned
        ? null
        : "More is white than was planned: bright walls, windows or what passed; say how far the brightest lie over the rest, or take a shorter frame beside it.",
  },
  trail: {
    got: ({ smear }) => smear?.lengthPx ?? null,
    planned: ({ trailPx }) => trailPx,
    said: (got, planned) => `points drawn out by ${plain(got)} px, stars planned ${plain(planned)}`,
    lesson: (got, planned) =>
      got - planned < LEAST_TRAIL_PX || got < TRAIL_TIMES * planned
        ? null
        : "They are longer than the sky's turning makes them: the support moved.",
  },
};

/** What was planned of some frames beside what they came out as, by the middle of them; rows that no frame tells of are left out. */
export function plannedAndGot(frames: readonly PlannedFrame[]): PlannedGot[] {
  return (Object.keys(ROWS) as PlannedGot["of"][]).flatMap((of) => {
    const row = ROWS[of];
    const known = frames.flatMap(({ figures, planned }) => {
      const [got, wanted] = [row.got(figures), row.planned(planned)];
      return got === null || wanted === null ? [] : [{ got, wanted }];
    });
    if (known.length === 0) return [];
    const got = median(known.map((each) => each.got));
    const planned = median(known.map(({ wanted }) => wanted));
    return [{ of, planned, got, said: row.said(got, planned), lesson: row.lesson(got, planned) }];
  });
}
