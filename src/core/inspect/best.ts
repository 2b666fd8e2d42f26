import { median } from "../median";
import type { PictureFigures } from "./inspectPicture";

/** A frame that may be the best of its like. */
export interface BestCandidate {
  readonly id: string;
  readonly figures: Pick<PictureFigures, "sharpPx" | "smear" | "clippedAll" | "noise">;
}

/** The best of some frames, and in what. */
export interface BestFrame {
  readonly id: string;
  readonly because: string;
}

/** Widths that differ by less than this part look alike. */
const ALIKE = 0.05;
/** White areas count when they differ by so much of the picture. */
const LEAST_CLIPPED = 0.0005;

/** Width of what is sharpest in a frame, pixels: images of stars and lamps where they tell, else edges. */
const widthOf = ({ figures: { smear, sharpPx } }: BestCandidate): number | null =>
  smear ? smear.fwhmPx * Math.sqrt(smear.elongation) : sharpPx;

/**
 * The best of frames of equal settings: the sharpest, of those that are as sharp the one with least white, then the one with
 * least noise. Null of fewer than two that tell.
 */
export function bestOf(candidates: readonly BestCandidate[]): BestFrame | null {
  const known = candidates.flatMap((candidate) => {
    const width = widthOf(candidate);
    return width === null ? [] : [{ ...candidate, width }];
  });
  if (known.length < 2) return null;
  const sharpest = Math.min(...known.map(({ width }) => width));
  const sharp = known.filter(({ width }) => width <= (1 + ALIKE) * sharpest);
  const leastWhite = Math.min(...sharp.map(({ figures }) => figures.clippedAll));
  const dark = sharp.filter(({ figures }) => figures.clippedAll <= leastWhite + LEAST_CLIPPED);
  const noiseOf = ({ figures }: BestCandidate) => figures.noise?.green ?? Number.POSITIVE_INFINITY;
  const best = dark.reduce((one, other) => (noiseOf(other) < noiseOf(one) ? other : one));
  const usual = median(known.map(({ width }) => width));
  const white = `${(100 * best.figures.clippedAll).toFixed(2)} % white`;
  return {
    id: best.id,
    because:
      usual > (1 + ALIKE) * best.width
        ? `its images are ${best.width.toFixed(1)} px wide, the others' ${usual.toFixed(1)}; ${white}.`
        : `all are as sharp; it has least white, ${white}.`,
  };
}
