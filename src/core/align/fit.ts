import { leastSquares } from "../leastSquares";
import { fromPixels, type PictureSize, type Placement, type Point, placeOf, undistorted } from "./placement";

/** A point of the first picture, and where it was found in the second, pixels. */
export interface Pair {
  readonly from: Point;
  readonly to: Point;
}

/** Which placements may be fitted: what they leave free. */
export type Freedom = "shift" | "turn" | "lens";

/** The matrix that fits pairs of undistorted coordinates best. */
function matrixOf(pairs: readonly Pair[], freedom: Freedom): number[] | null {
  if (freedom === "shift") {
    const mean = (of: (pair: Pair) => number) => pairs.reduce((sum, pair) => sum + of(pair), 0) / pairs.length;
    return [1, 0, mean(({ from, to }) => to.x - from.x), 0, 1, mean(({ from, to }) => to.y - from.y), 0, 0, 1];
  }
  if (freedom === "turn") {
    const found = leastSquares(
      pairs.flatMap(({ from, to }) => [
        [from.x, -from.y, 1, 0, to.x],
        [from.y, from.x, 0, 1, to.y],
      ]),
      4,
    );
    if (!found) return null;
    const [a, b, tx, ty] = found as [number, number, number, number];
    return [a, -b, tx, b, a, ty, 0, 0, 1];
  }
  const found = leastSquares(
    pairs.flatMap(({ from: { x, y }, to }) => [
      [x, y, 1, 0, 0, 0, -to.x * x, -to.x * y, to.x],
      [0, 0, 0, x, y, 1, -to.y * x, -to.y * y, to.y],
    ]),
    8,
  );
  return found && [...found, 1];
}

/** The placement that fits pairs best, with a lens of this distortion; null where they leave it open. */
export function fitPlacement(
  pairs: readonly Pair[],
  size: PictureSize,
  freedom: Freedom,
  distortion = 0,
): Placement | null {
  const ideal = (point: Point) => undistorted(fromPixels(size, point), distortion);
  const matrix = matrixOf(
    pairs.map(({ from, to }) => ({ from: ideal(from), to: ideal(to) })),
    freedom,
  );
  return matrix && { matrix, distortion };
}

/** How far a pair lies from where a placement has it, pixels. */
export function missOf(placement: Placement, size: PictureSize, { from, to }: Pair): number {
  const { x, y } = placeOf(placement, size, from);
  return Math.hypot(x - to.x, y - to.y);
}

/** Root of the mean square of the misses, pixels. */
export const missRms = (placement: Placement, size: PictureSize, pairs: readonly Pair[]): number =>
  Math.sqrt(pairs.reduce((sum, pair) => sum + missOf(placement, size, pair) ** 2, 0) / pairs.length);

/** Lenses of phones lie within. */
const MOST_DISTORTION = 0.2;
const GOLDEN = (Math.sqrt(5) - 1) / 2;
const DISTORTION_STEPS = 14;

/** The distortion with which pairs fit best, by golden section. @see Kiefer (1953), Sequential minimax search for a maximum */
export function fitDistortion(pairs: readonly Pair[], size: PictureSize): number {
  const missAt = (k: number): number => {
    const placement = fitPlacement(pairs, size, "lens", k);
    return placement ? missRms(placement, size, pairs) : Number.POSITIVE_INFINITY;
  };
  let [low, high] = [-MOST_DISTORTION, MOST_DISTORTION];
  let [left, right] = [high - GOLDEN * (high - low), low + GOLDEN * (high - low)];
  let [atLeft, atRight] = [missAt(left), missAt(right)];
  for (let step = 0; step < DISTORTION_STEPS; step++) {
    if (atLeft < atRight) {
      [high, right, atRight] = [right, left, atLeft];
      left = high - GOLDEN * (high - low);
      atLeft = missAt(left);
    } else {
      [low, left, atLeft] = [left, right, atRight];
      right = low + GOLDEN * (high - low);
      atRight = missAt(right);
    }
  }
  return (low + high) / 2;
}
