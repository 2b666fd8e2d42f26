/** A shot to be placed on a night. */
export interface ShotToPlace {
  readonly id: string;
  /** Length of its block: the picture itself with its repeats. */
  readonly minutes: number;
  /** On foot from the shot before it, and setting up. */
  readonly walkMinutes: number;
  readonly setupMinutes: number;
  /** Its score at each slot of the night, 0 to 100. */
  readonly scores: readonly number[];
}

/** Where a shot was placed. */
export interface PlacedShot {
  readonly id: string;
  /** Slot at which its block begins and the one after its end. */
  readonly beginSlot: number;
  readonly endSlot: number;
  /** Mean score over its block. */
  readonly score: number;
}

/** What became of all of them. */
export interface Arrangement {
  readonly placed: readonly PlacedShot[];
  /** Shots for which no room, or no slot of any worth, was left. */
  readonly unplaced: readonly string[];
}

/** The number of sets of shots doubles with each; beyond this the search would take seconds. */
export const MOST_SHOTS = 12;
const LEAST_SCORE = 1;

/**
 * Places shots so that the sum of their scores is as high as it can be, none overlaps another, and between two there is
 * time to walk and to set up. Exact: dynamic programming over sets of shots and slots.
 *
 * @param slotMinutes Length of a slot; blocks and walks are rounded up to whole slots.
 * @throws RangeError for more than `MOST_SHOTS` shots or scores of different lengths.
 */
export function arrangeShots(shots: readonly ShotToPlace[], slotMinutes: number): Arrangement {
  if (shots.length > MOST_SHOTS)
    throw new RangeError(`at most ${MOST_SHOTS} shots can be arranged, got ${shots.length}`);
  const slots = shots[0]?.scores.length ?? 0;
  if (shots.some(({ scores }) => scores.length !== slots)) throw new RangeError("scores differ in length");
  const blocks = shots.map((shot) => {
    const length = Math.max(1, Math.ceil(shot.minutes / slotMinutes));
    const sums = [0];
    for (const score of shot.scores) sums.push(sums.at(-1)! + score);
    const before = Math.ceil((shot.walkMinutes + shot.setupMinutes) / slotMinutes);
    return { length, before, meanFrom: (slot: number) => (sums[slot + length]! - sums[slot]!) / length };
  });

  const sets = 1 << shots.length;
  const width = slots + 1;
  const best = new Float64Array(sets * width);
  // The shot that ends exactly at this slot in the best plan of this set, or -1 where the slot adds nothing.
  const last = new Int8Array(sets * width).fill(-1);
  for (let set = 1; set < sets; set++) {
    for (let slot = 0; slot <= slots; slot++) {
      const cell = set * width + slot;
      if (slot > 0) best[cell] = best[cell - 1]!;
      for (let shot = 0; shot < shots.length; shot++) {
        if (!(set & (1 << shot))) continue;
        const { length, before, meanFrom } = blocks[shot]!;
        const begin = slot - length;
        if (begin < 0) continue;
        const score = meanFrom(begin);
        if (score < LEAST_SCORE) continue;
        const rest = set & ~(1 << shot);
        const earlier = best[rest * width + Math.max(0, begin - before)]!;
        if (earlier + score > best[cell]! + 1e-9) {
          best[cell] = earlier + score;
          last[cell] = shot;
        }
      }
    }
  }

  const placed: PlacedShot[] = [];
  let set = sets - 1;
  let slot = slots;
  while (set > 0 && slot > 0) {
    const shot = last[set * width + slot]!;
    if (shot < 0) {
      slot--;
      continue;
    }
    const { length, before, meanFrom } = blocks[shot]!;
    placed.unshift({ id: shots[shot]!.id, beginSlot: slot - length, endSlot: slot, score: meanFrom(slot - length) });
    set &= ~(1 << shot);
    slot = Math.max(0, slot - length - before);
  }
  const done = new Set(placed.map(({ id }) => id));
  return { placed, unplaced: shots.map(({ id }) => id).filter((id) => !done.has(id)) };
}
