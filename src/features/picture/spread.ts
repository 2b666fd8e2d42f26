/** Something that belongs at a place along a line, and takes some of it, pixels. */
export interface Spread {
  readonly at: number;
  readonly size: number;
}

/**
 * Where things along a line stand: in the middle of their places as far as none touches another or leaves the line, in
 * order of their places. Where there is no room for all, the last ones stand past its beginning.
 */
export function spread<Thing extends Spread>(
  things: readonly Thing[],
  { from, to }: { readonly from: number; readonly to: number },
): readonly (Thing & { readonly begins: number })[] {
  const placed = things
    .toSorted((a, b) => a.at - b.at)
    .map((thing) => ({ ...thing, begins: thing.at - thing.size / 2 }));
  let free = from;
  for (const thing of placed) {
    thing.begins = Math.max(thing.begins, free);
    free = thing.begins + thing.size;
  }
  let end = to;
  for (const thing of placed.toReversed()) {
    thing.begins = Math.min(thing.begins, end - thing.size);
    end = thing.begins;
  }
  return placed;
}
