/** A name and where on a scale it belongs, pixels. */
interface Label {
  readonly name: string;
  readonly at: number;
}

/** A name in its row, beside its place on whichever side there is room. */
export interface PlacedLabel extends Label {
  readonly row: number;
  readonly anchor: "start" | "end";
  readonly textX: number;
}

/** Between a name and the next, and between a name and its line, pixels. */
const GAP_PX = 6;
const BESIDE_PX = 3;

/** Puts names into as few rows as they need so that none touches another, the first given the highest. */
export function labelRows(
  labels: readonly Label[],
  { width, letterPx }: { readonly width: number; readonly letterPx: number },
): PlacedLabel[] {
  const taken: [number, number][][] = [];
  return labels.map(({ name, at }) => {
    const length = name.length * letterPx;
    const anchor = at + BESIDE_PX + length <= width ? "start" : "end";
    const textX = anchor === "start" ? at + BESIDE_PX : at - BESIDE_PX;
    const from = (anchor === "start" ? at : textX - length) - GAP_PX;
    const to = (anchor === "start" ? textX + length : at) + GAP_PX;
    const free = taken.findIndex((row) => row.every(([start, end]) => to <= start || from >= end));
    const row = free === -1 ? taken.push([]) - 1 : free;
    taken[row]!.push([from, to]);
    return { name, at, row, anchor, textX };
  });
}
