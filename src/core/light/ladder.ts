/** The values a camera offers for one setting, rising, at least one. */
export type Ladder = readonly number[];

/** Exact third-stop values 2^(k/3) from `from` to `to` inclusive, both in thirds of a stop around 1. */
export function thirdStops(from: number, to: number): number[] {
  return Array.from({ length: to - from + 1 }, (_, step) => 2 ** ((from + step) / 3));
}

/**
 * The rung nearest to `value` in stops.
 *
 * @throws RangeError for an empty ladder or a value that is not positive.
 */
export function nearestRung(ladder: Ladder, value: number): number {
  const first = ladder[0];
  if (first === undefined || !(value > 0)) throw new RangeError(`no rung for ${value} on ${ladder.length} rungs`);
  let nearest = first;
  for (const rung of ladder) {
    if (Math.abs(Math.log2(rung / value)) < Math.abs(Math.log2(nearest / value))) nearest = rung;
  }
  return nearest;
}

/** Whether the ladder holds this value, within a hundredth of a stop (labels such as 1/3 are rounded). */
export function isOnLadder(ladder: Ladder, value: number): boolean {
  return value > 0 && Math.abs(Math.log2(nearestRung(ladder, value) / value)) < 0.01;
}
