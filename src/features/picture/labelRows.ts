/** A name and where on a scale it belongs, pixels. */
interface Label {
  readonly name: string;
  readonly at: number;
}

/** A name in its row, beside the upright line that leads down to its place. */
export interface PlacedLabel extends Label {
  readonly row: number;
  readonly anchor: "start" | "end";
  readonly textX: number;
}

/** Between a name and the next, and between a name and its line, pixels. */
const GAP_PX = 6;
const BESIDE_PX = 3;

/**
 * Puts names into rows so that none touches another or is crossed by another's line: they stand to the left of their
 * lines, the rightmost the highest, so that the lines under a name begin below it. A name for which there is no room at
 * the left, or that would stand over the line of such a one, stands at the right of its line; of those the leftmost is
 * the highest.
 */
export function labelRows(labels: readonly Label[], letterPx: number): PlacedLabel[] {
  const lengthOf = ({ name }: Label) => BESIDE_PX + name.length * letterPx;
  const starts: Label[] = [];
  const ends: Label[] = [];
  for (const label of labels.toSorted((a, b) => a.at - b.at)) {
    const from = label.at - lengthOf(label) - GAP_PX;
    const isStart = label.at < lengthOf(label) || starts.some(({ at }) => at > from);
    (isStart ? starts : ends).push(label);
  }
  const taken: [number, number][][] = [];
  const place = (label: Label, anchor: PlacedLabel["anchor"]): PlacedLabel => {
    const { name, at } = label;
    const length = lengthOf(label);
    const [from, to] = anchor === "start" ? [at, at + length + GAP_PX] : [at - length - GAP_PX, at];
    const lowest = taken.findLastIndex((row) => row.some(([start, end]) => to > start && from < end));
    const row = lowest + 1;
    taken[row] ??= [];
    taken[row].push([from, to]);
    return { name, at, row, anchor, textX: anchor === "start" ? at + BESIDE_PX : at - BESIDE_PX };
  };
  return [...starts.map((each) => place(each, "start")), ...ends.toReversed().map((each) => place(each, "end"))];
}
