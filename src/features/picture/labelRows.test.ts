import fc from "fast-check";
import { labelRows } from "./labelRows";

describe("names along a scale", () => {
  it("neither touch each other nor are crossed by each other's lines, wherever they belong", () => {
    const label = fc.record({ name: fc.stringMatching(/^[a-z]{3,9}$/), at: fc.integer({ min: 0, max: 300 }) });
    fc.assert(
      fc.property(fc.uniqueArray(label, { maxLength: 7, selector: ({ at }) => at }), (labels) => {
        const placed = labelRows(labels, 6);
        expect(placed).toHaveLength(labels.length);
        const spanOf = ({ anchor, textX, name }: (typeof placed)[number]) =>
          anchor === "start" ? [textX, textX + 6 * name.length] : [textX - 6 * name.length, textX];
        for (const a of placed) {
          const [from, to] = spanOf(a) as [number, number];
          for (const b of placed) {
            if (a === b) continue;
            const [start, end] = spanOf(b) as [number, number];
            if (a.row === b.row) expect(to <= start || from >= end).toBe(true);
            // A line leads down from its own row.
            if (b.row < a.row) expect(b.at <= from || b.at >= to).toBe(true);
          }
        }
      }),
    );
  });

  it("share a row where there is room, and stay on the scale", () => {
    const lights = [
      { name: "land", at: 8 },
      { name: "headlamps", at: 298 },
    ];
    expect(labelRows(lights, 6).map(({ name, row, anchor }) => [name, row, anchor])).toEqual([
      ["land", 0, "start"],
      ["headlamps", 0, "end"],
    ]);
  });
});
