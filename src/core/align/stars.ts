import { fitDistortion, fitPlacement, missOf, missRms, type Pair } from "./fit";
import { farthestMove, type PictureSize, type Placement, type Point, placeOf } from "./placement";

/** Stars of this many and more, the brightest first, are compared by their triangles. */
const TRIANGLE_STARS = 60;
/** Each with pairs of so many of its neighbours. */
const NEIGHBOURS = 7;
/** Two triangles are alike when the ratios of their sides differ by no more. */
const SAME_SHAPE = 0.006;
/** Shorter sides than this part of the diagonal tell too little. */
const LEAST_SIDE = 0.01;
/** Pairs of stars with the most votes that are tried. */
const MOST_PAIRS = 120;
/** A pair fits a first placement within so many pixels, and a final one within so many of its own misses. */
const FIRST_FIT_PX = 4;
const FINAL_FIT_RMS = 3.5;
const LEAST_FIT_PX = 0.5;
/** Fewer fitting stars than this are chance. */
export const LEAST_STARS = 12;
/** And fewer than this part of those that could fit. */
const LEAST_SHARE = 0.4;
/** A fit that misses by more is none, pixels. */
const MOST_MISS_PX = 0.8;
/** A lens shows itself by so many stars and from so far a move on. */
const STARS_FOR_LENS = 30;
const MOVE_FOR_LENS_PX = 8;
/** What lies in both pictures at the same place stands on the ground, pixels. */
const STANDS_PX = 1.5;
const REFINEMENTS = 5;

interface Triangle {
  /** Of its corners, from the longest side's opposite one on. */
  readonly stars: readonly [number, number, number];
  readonly middle: number;
  readonly shortest: number;
}

/** Triangles of each star with pairs of its neighbours, by the ratios of their sides to the longest. */
function trianglesOf(stars: readonly Point[], least: number): Triangle[] {
  const far = (a: number, b: number) => Math.hypot(stars[a]!.x - stars[b]!.x, stars[a]!.y - stars[b]!.y);
  const seen = new Set<string>();
  return stars.flatMap((_, star) => {
    const near = stars
      .map((_point, other) => other)
      .filter((other) => other !== star)
      .sort((a, b) => far(star, a) - far(star, b))
      .slice(0, NEIGHBOURS);
    return near.flatMap((one, at) =>
      near.slice(at + 1).flatMap((other): Triangle[] => {
        const key = [star, one, other].sort((a, b) => a - b).join(" ");
        if (seen.has(key)) return [];
        seen.add(key);
        const sides = [
          { length: far(one, other), opposite: star },
          { length: far(star, other), opposite: one },
          { length: far(star, one), opposite: other },
        ].sort((a, b) => b.length - a.length);
        const [longest, middle, shortest] = sides as [(typeof sides)[0], (typeof sides)[0], (typeof sides)[0]];
        if (shortest.length < least) return [];
        return [
          {
            stars: [longest.opposite, middle.opposite, shortest.opposite],
            middle: middle.length / longest.length,
            shortest: shortest.length / longest.length,
          },
        ];
      }),
    );
  });
}

/** Pairs of stars by how many alike triangles have them at the same corner, the most first. */
function votedPairs(from: readonly Point[], to: readonly Point[], least: number): [number, number][] {
  const others = trianglesOf(to, least).sort((a, b) => a.middle - b.middle);
  const votes = new Map<number, number>();
  for (const triangle of trianglesOf(from, least)) {
    let [low, high] = [0, others.length];
    while (low < high) {
      const at = (low + high) >> 1;
      if (others[at]!.middle < triangle.middle - SAME_SHAPE) low = at + 1;
      else high = at;
    }
    for (let at = low; at < others.length && others[at]!.middle <= triangle.middle + SAME_SHAPE; at++) {
      const other = others[at]!;
      if (Math.abs(other.shortest - triangle.shortest) > SAME_SHAPE) continue;
      triangle.stars.forEach((star, corner) => {
        const key = star * to.length + other.stars[corner]!;
        votes.set(key, (votes.get(key) ?? 0) + 1);
      });
    }
  }
  return [...votes]
    .sort((a, b) => b[1] - a[1])
    .slice(0, MOST_PAIRS)
    .map(([key]) => [Math.floor(key / to.length), key % to.length]);
}

/** Stars by the cells in which they lie, so that the nearest one is found at once. */
function nearestOf(stars: readonly Point[], reachPx: number): (point: Point) => Point | null {
  const cells = new Map<string, Point[]>();
  const cellOf = (value: number) => Math.floor(value / reachPx);
  for (const star of stars) {
    const key = `${cellOf(star.x)} ${cellOf(star.y)}`;
    cells.set(key, [...(cells.get(key) ?? []), star]);
  }
  return ({ x, y }) => {
    let [best, bestFar] = [null as Point | null, reachPx];
    for (let row = cellOf(y) - 1; row <= cellOf(y) + 1; row++)
      for (let column = cellOf(x) - 1; column <= cellOf(x) + 1; column++)
        for (const star of cells.get(`${column} ${row}`) ?? []) {
          const far = Math.hypot(star.x - x, star.y - y);
          if (far < bestFar) [best, bestFar] = [star, far];
        }
    return best;
  };
}

/** Stars of the first picture with the nearest of the second to where a placement has them. */
function pairsAt(
  placement: Placement,
  size: PictureSize,
  from: readonly Point[],
  nearest: (point: Point) => Point | null,
): Pair[] {
  return from.flatMap((star) => {
    const found = nearest(placeOf(placement, size, star));
    return found ? [{ from: star, to: found }] : [];
  });
}

/**
 * The turn and shift that most of the brightest stars agree with, out of those that two pairs of them give.
 *
 * @see Fischler & Bolles (1981), Random sample consensus; all samples are tried here, for there are few
 */
function firstPlacement(from: readonly Point[], to: readonly Point[], size: PictureSize): Placement | null {
  const [bright, others] = [from.slice(0, TRIANGLE_STARS), to.slice(0, TRIANGLE_STARS)];
  const diagonal = Math.hypot(size.width, size.height);
  const voted = votedPairs(bright, others, LEAST_SIDE * diagonal);
  const nearest = nearestOf(others, FIRST_FIT_PX);
  let best: { readonly placement: Placement; readonly fits: number } | null = null;
  for (let i = 0; i < voted.length; i++)
    for (let j = i + 1; j < voted.length; j++) {
      const [[a, p], [b, q]] = [voted[i]!, voted[j]!];
      if (a === b || p === q) continue;
      const length = Math.hypot(bright[a]!.x - bright[b]!.x, bright[a]!.y - bright[b]!.y);
      const other = Math.hypot(others[p]!.x - others[q]!.x, others[p]!.y - others[q]!.y);
      // The lens did not change between them.
      if (length < 0.05 * diagonal || Math.abs(other / length - 1) > 0.02) continue;
      const pairs = [
        { from: bright[a]!, to: others[p]! },
        { from: bright[b]!, to: others[q]! },
      ];
      const placement = fitPlacement(pairs, size, "turn");
      if (!placement) continue;
      const fits = pairsAt(placement, size, bright, nearest).length;
      if (fits > (best?.fits ?? 0)) best = { placement, fits };
      if (fits > 0.8 * bright.length) return placement;
    }
  return best && best.fits >= Math.min(LEAST_STARS, bright.length / 2) ? best.placement : null;
}

/** What a picture's stars have to say of where it lies. */
export type StarFit =
  | { readonly kind: "placed"; readonly placement: Placement; readonly stars: number; readonly missPx: number }
  | { readonly kind: "refused"; readonly reason: string };

const isInside = ({ x, y }: Point, { width, height }: PictureSize): boolean =>
  x >= 0 && y >= 0 && x < width && y < height;

/** Refines a first placement by all stars: with more of them more of the lens is left free. */
function refined(first: Placement, from: readonly Point[], to: readonly Point[], size: PictureSize): StarFit {
  let placement = first;
  let within = 2 * FIRST_FIT_PX;
  let pairs: Pair[] = [];
  let missPx = Number.POSITIVE_INFINITY;
  for (let step = 0; step < REFINEMENTS; step++) {
    pairs = pairsAt(placement, size, from, nearestOf(to, within));
    if (pairs.length < LEAST_STARS) break;
    const isLens = pairs.length >= STARS_FOR_LENS && step > 0;
    const distortion = isLens && farthestMove(placement, size) > MOVE_FOR_LENS_PX ? fitDistortion(pairs, size) : 0;
    const next = fitPlacement(pairs, size, isLens ? "lens" : "turn", distortion);
    if (!next) break;
    placement = next;
    const misses = pairs.map((pair) => missOf(next, size, pair)).sort((a, b) => a - b);
    // The middle one: a wrong pair does not widen what is taken for right.
    within = Math.max(LEAST_FIT_PX, FINAL_FIT_RMS * misses[misses.length >> 1]!);
    missPx = missRms(next, size, pairs);
  }
  const couldFit = from.filter((star) => isInside(placeOf(placement, size, star), size)).length;
  if (pairs.length < Math.max(LEAST_STARS, LEAST_SHARE * Math.min(couldFit, to.length)))
    return {
      kind: "refused",
      reason: `Only ${pairs.length} of ${couldFit} stars are found again where they should be.`,
    };
  if (missPx > MOST_MISS_PX)
    return { kind: "refused", reason: `Its stars lie ${missPx.toFixed(1)} pixels off where they should be.` };
  return { kind: "placed", placement, stars: pairs.length, missPx };
}

/**
 * Lays a picture by its stars: triangles of the brightest give a turn and a shift, all of them a homography with the lens's distortion.
 *
 * @param from Stars of the first picture, the brightest first; `to` those of the second.
 * @see Groth (1986), A pattern-matching algorithm for two-dimensional coordinate lists
 */
export function placeByStars(from: readonly Point[], to: readonly Point[], size: PictureSize): StarFit {
  if (from.length < LEAST_STARS || to.length < LEAST_STARS)
    return { kind: "refused", reason: `It shows ${to.length} stars; ${LEAST_STARS} are needed.` };
  // Lamps stand still while stars move on: first without whatever stands, then, where too little is left, with all of it.
  const stands = nearestOf(to, STANDS_PX);
  const standsToo = nearestOf(from, STANDS_PX);
  const ways = [
    [from.filter((star) => stands(star) === null), to.filter((star) => standsToo(star) === null)],
    [from, to],
  ] as const;
  let refusal: StarFit = { kind: "refused", reason: "Its stars do not fit those of the other frames." };
  for (const [some, others] of ways) {
    if (some.length < LEAST_STARS || others.length < LEAST_STARS) continue;
    const first = firstPlacement(some, others, size);
    if (!first) continue;
    const fit = refined(first, some, others, size);
    if (fit.kind === "placed") return fit;
    refusal = fit;
  }
  return refusal;
}
