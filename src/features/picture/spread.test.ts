import fc from "fast-check";
import { spread } from "./spread";

it("leaves none over another and none off the line where there is room, in order, and where they belong where they can", () => {
  const thing = fc.record({ at: fc.integer({ min: -20, max: 320 }), size: fc.integer({ min: 5, max: 40 }) });
  fc.assert(
    fc.property(fc.array(thing, { maxLength: 7 }), (things) => {
      const placed = spread(things, { from: 0, to: 300 });
      expect(placed).toHaveLength(things.length);
      placed.forEach(({ begins, size, at }, i) => {
        expect(begins).toBeGreaterThanOrEqual(0);
        expect(begins + size).toBeLessThanOrEqual(300);
        const next = placed[i + 1];
        if (next) expect([begins + size <= next.begins, at <= next.at]).toEqual([true, true]);
      });
    }),
  );
  const alone = spread([{ at: 50, size: 20 }], { from: 0, to: 300 });
  expect(alone[0]?.begins).toBe(40);
});
