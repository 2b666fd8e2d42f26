/** A mark on the map that would like to have its name beside it. */
export interface LabelledMark {
  readonly id: string;
  readonly at: readonly [number, number];
  /** It keeps its label whatever stands beside it. */
  readonly first: boolean;
}

const LABEL_PX = { width: 170, height: 16 } as const;

/** Marks whose labels have room: a label is left out where it would run into an earlier one. */
export function labelsWithRoom(marks: readonly LabelledMark[]): Set<string> {
  const kept: LabelledMark[] = [];
  for (const mark of [...marks].sort((a, b) => Number(b.first) - Number(a.first))) {
    const free = kept.every(
      ({ at: [x, y] }) => Math.abs(x - mark.at[0]) > LABEL_PX.width || Math.abs(y - mark.at[1]) > LABEL_PX.height,
    );
    if (free) kept.push(mark);
  }
  return new Set(kept.map(({ id }) => id));
}
